import { Op, type Sequelize } from 'sequelize';
import { CAME_TO_TABLE, LEFT_TABLE } from '../../contracts/actions.ts';
import type { Change } from '../../contracts/devices.ts';
import { clubTablesOf, type ChangeRow } from './tables.ts';

/** Changes are kept for a year: longer than a season. */
const KEPT_FOR = 366 * 24 * 60 * 60 * 1000;

/** How many numbers a change may come behind others, and how long it is looked for, ms: longer than clocks differ. */
const OUT_OF_ORDER = 300;
const LATELY = 60_000;
/** As many changes are told to somebody who was away. */
const MOST_MISSED = 200;

/** Something that was just done, as it is written down. */
export interface Done {
  teamId: string;
  deviceId: string | null;
  who: string;
  action: string;
  thing: string | null;
  /** The open page that did it; null when no page did. */
  page: string | null;
}

/** Writes down who did what; by it the others learn of it. */
export async function noteChange(club: Sequelize, done: Done): Promise<void> {
  await clubTablesOf(club).changes.create({ ...done, at: new Date() });
}

/** The newest changes of a team, newest first. */
export async function listChanges(
  club: Sequelize,
  teamId: string,
  limit: number,
): Promise<Change[]> {
  const rows = await clubTablesOf(club).changes.findAll({
    // Who comes to the Table and goes is told to the others, and is no change.
    where: { teamId, action: { [Op.notIn]: [CAME_TO_TABLE, LEFT_TABLE] } },
    order: [['id', 'DESC']],
    limit,
  });
  return rows.map(changeOf);
}

/**
 * What all teams changed lately, oldest first, with the team.
 *
 * @param after the number of a change: those from a little before it on are given, because changes of several processes
 *   do not appear in the order of their numbers
 */
export async function changesAround(
  club: Sequelize,
  after: number,
): Promise<(Change & { teamId: string })[]> {
  const rows = await clubTablesOf(club).changes.findAll({
    where: {
      id: { [Op.gt]: after - OUT_OF_ORDER },
      at: { [Op.gt]: new Date(Date.now() - LATELY) },
    },
    order: [['id', 'ASC']],
    // Looked at several times a second: plain rows cost a tenth of models.
    raw: true,
  });
  return rows.map((row) => ({ ...changeOf(row), teamId: row.teamId }));
}

/** What a team changed from a moment on, oldest first; of very many the newest. */
export async function changesSince(
  club: Sequelize,
  teamId: string,
  since: Date,
): Promise<Change[]> {
  const rows = await clubTablesOf(club).changes.findAll({
    where: { teamId, at: { [Op.gte]: since } },
    order: [['id', 'DESC']],
    limit: MOST_MISSED,
  });
  return rows.map(changeOf).toReversed();
}

/** The number of the newest change; 0 before the first. */
export async function newestChange(club: Sequelize): Promise<number> {
  return (await clubTablesOf(club).changes.max<number | null, ChangeRow>('id')) ?? 0;
}

export async function forgetOldChanges(club: Sequelize): Promise<void> {
  await clubTablesOf(club).changes.destroy({
    where: { at: { [Op.lt]: new Date(Date.now() - KEPT_FOR) } },
  });
}

function changeOf({ id, who, action, thing, at, deviceId, page }: ChangeRow): Change {
  return { id: Number(id), who, action, thing, at: at.toISOString(), deviceId, page };
}
