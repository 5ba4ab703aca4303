import type { Sequelize } from 'sequelize';
import type { DrillRecord } from '../contracts/drills.ts';
import { tablesOf } from './tables/index.ts';

/** The newest drills of everybody, newest first. */
export async function listDrills(database: Sequelize, limit = 200): Promise<DrillRecord[]> {
  const rows = await tablesOf(database).drills.findAll({
    order: [
      ['happenedAt', 'DESC'],
      ['id', 'ASC'],
    ],
    limit,
  });
  return rows.map((row) => ({
    id: row.id,
    initials: row.initials,
    level: row.level as DrillRecord['level'],
    fault: row.fault,
    causeFound: row.causeFound,
    cureFound: row.cureFound,
    minutes: row.minutes,
    happenedAt: row.happenedAt.toISOString(),
  }));
}

/** Writes a drill down under the client’s identifier; twice is the same as once. */
export async function putDrill(database: Sequelize, drill: DrillRecord): Promise<void> {
  await tablesOf(database).drills.bulkCreate(
    [{ ...drill, happenedAt: new Date(drill.happenedAt) }],
    { ignoreDuplicates: true },
  );
}

/** Forgets all drills of somebody. */
export async function forgetDrills(database: Sequelize, initials: string): Promise<void> {
  await tablesOf(database).drills.destroy({ where: { initials } });
}
