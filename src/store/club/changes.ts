import { Op, type Sequelize } from 'sequelize';
import type { Change } from '../../contracts/devices.ts';
import { clubTablesOf, type ChangeRow } from './tables.ts';

/** Changes are kept for a year: longer than a season. */
const KEPT_FOR = 366 * 24 * 60 * 60 * 1000;

/** Something that was just done, as it is written down. */
export interface Done {
  teamId: string;
  deviceId: string | null;
  who: string;
  action: string;
  thing: string | null;
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
    where: { teamId },
    order: [['id', 'DESC']],
    limit,
  });
  return rows.map(changeOf);
}

/** What all teams changed since a moment, oldest first, with the team. */
export async function changesSince(
  club: Sequelize,
  since: Date,
): Promise<(Change & { teamId: string })[]> {
  const rows = await clubTablesOf(club).changes.findAll({
    where: { at: { [Op.gt]: since } },
    order: [['id', 'ASC']],
  });
  return rows.map((row) => ({ ...changeOf(row), teamId: row.teamId }));
}

export async function forgetOldChanges(club: Sequelize): Promise<void> {
  await clubTablesOf(club).changes.destroy({
    where: { at: { [Op.lt]: new Date(Date.now() - KEPT_FOR) } },
  });
}

function changeOf({ id, who, action, thing, at, deviceId }: ChangeRow): Change {
  return { id: Number(id), who, action, thing, at: at.toISOString(), deviceId };
}
