import { Op, type Sequelize } from 'sequelize';
import { clubTablesOf } from './tables.ts';

/** How often an open stream says that it is there, ms: a club has a thousand of them. */
export const SAYS_EVERY = 20_000;
/** Who was not heard of for this long is not there any more, ms: a process that was killed says no goodbye. */
const HEARD_WITHIN = 2.5 * SAYS_EVERY;

/** A stream that is open on a sheet. */
export interface Presence {
  /** The stream's own identifier. */
  stream: string;
  teamId: string;
  who: string;
  sheet: string;
}

/** Says that somebody is at a sheet, now and again while they are. */
export async function bePresent(club: Sequelize, presence: Presence): Promise<void> {
  await clubTablesOf(club).presences.upsert({ ...presence, seenAt: new Date() });
}

export async function beAbsent(club: Sequelize, stream: string): Promise<void> {
  const { presences } = clubTablesOf(club);
  const longAgo = { [Op.lt]: new Date(Date.now() - 10 * HEARD_WITHIN) };
  await presences.destroy({ where: { [Op.or]: [{ stream }, { seenAt: longAgo }] } });
}

/** Who of a team is at a sheet, by name, each once. */
export async function whoIsAt(club: Sequelize, teamId: string, sheet: string): Promise<string[]> {
  const rows = await clubTablesOf(club).presences.findAll({
    where: { teamId, sheet, seenAt: { [Op.gt]: new Date(Date.now() - HEARD_WITHIN) } },
    order: [['who', 'ASC']],
  });
  return [...new Set(rows.map(({ who }) => who))];
}
