import { randomUUID } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import type { z } from 'zod';
import type { MatchRecord, matchCreateSchema, matchUpdateSchema } from '../contracts/matches.ts';
import { Conflict, NotFound, StaleEdit } from './errors.ts';
import { inTransaction } from './database.ts';
import { tablesOf } from './tables/index.ts';
import type { MatchRow } from './tables/matches.ts';
import { say } from '../core/language/say.ts';

/** The match plans that are in use, newest first. */
export async function listMatches(database: Sequelize): Promise<MatchRecord[]> {
  const rows = await tablesOf(database).matches.findAll({
    where: { archivedAt: null },
    order: [
      ['createdAt', 'DESC'],
      ['id', 'ASC'],
    ],
  });
  return rows.map(matchOf);
}

/** One match plan; throws {@link NotFound}. */
export async function getMatch(database: Sequelize, id: string): Promise<MatchRecord> {
  const row = await tablesOf(database).matches.findByPk(id);
  if (row === null) throw new NotFound(say`match plan`);
  return matchOf(row);
}

/** Makes a match plan; throws {@link NotFound} or {@link Conflict} when it does not fit robot, field or routes. */
export async function createMatch(
  database: Sequelize,
  input: z.output<typeof matchCreateSchema>,
): Promise<MatchRecord> {
  const { matches } = tablesOf(database);
  return inTransaction(database, async () => {
    await refuseForeignRoutes(database, input);
    const row = await matches.create({ id: randomUUID(), ...input, createdAt: new Date() });
    return matchOf(row);
  });
}

/** Changes a match plan; throws {@link StaleEdit} when somebody was quicker. */
export async function updateMatch(
  database: Sequelize,
  id: string,
  { version, ...values }: z.output<typeof matchUpdateSchema>,
): Promise<MatchRecord> {
  return inTransaction(database, async () => {
    const before = await getMatch(database, id);
    await refuseForeignRoutes(database, { ...before, plan: values.plan });
    const [changed] = await tablesOf(database).matches.update(
      { ...values, version: version + 1 },
      { where: { id, version } },
    );
    const stored = await getMatch(database, id);
    if (changed === 0) throw new StaleEdit(say`match plan`, stored);
    return stored;
  });
}

/** A match is run by one robot on one field. */
async function refuseForeignRoutes(
  database: Sequelize,
  { robotId, fieldId, plan }: Pick<MatchRecord, 'robotId' | 'fieldId' | 'plan'>,
): Promise<void> {
  const { robots, fields, routes } = tablesOf(database);
  if ((await robots.count({ where: { id: robotId } })) === 0) throw new NotFound(say`robot`);
  if ((await fields.count({ where: { id: fieldId } })) === 0) throw new NotFound(say`field`);
  const wanted = [...new Set(plan.entries.map(({ routeId }) => routeId))];
  const fitting = await routes.count({ where: { id: wanted, robotId, fieldId } });
  if (fitting < wanted.length)
    throw new Conflict(say`A route of this plan is not one of this robot on this field.`);
}

function matchOf(row: MatchRow): MatchRecord {
  const { id, name, robotId, fieldId, plan, version } = row;
  return { id, name, robotId, fieldId, plan, version, createdAt: row.createdAt.toISOString() };
}
