import type { Sequelize } from 'sequelize';
import type { Rehearsal, RehearsalCreate } from '../contracts/matches.ts';
import type { RehearsalEvent } from '../core/match/rehearsal.ts';
import { NotFound } from './errors.ts';
import { tablesOf } from './tables/index.ts';
import { say } from '../core/language/say.ts';

/** The newest rehearsals of a match plan with all that happened in them, oldest first. */
export async function listRehearsals(
  database: Sequelize,
  matchId: string,
  limit = 50,
): Promise<Rehearsal[]> {
  const { rehearsals, rehearsalEvents } = tablesOf(database);
  const rows = await rehearsals.findAll({
    where: { matchId, withdrawn: false },
    order: [
      ['happenedAt', 'DESC'],
      ['id', 'ASC'],
    ],
    limit,
  });
  const events = await rehearsalEvents.findAll({
    where: { rehearsalId: rows.map(({ id }) => id), withdrawn: false },
    order: [
      ['happenedAfter', 'ASC'],
      ['id', 'ASC'],
    ],
  });
  return rows.toReversed().map(({ id, happenedAt, people }) => ({
    id,
    matchId,
    happenedAt: happenedAt.toISOString(),
    people,
    events: events
      .filter(({ rehearsalId }) => rehearsalId === id)
      .map((row) => ({ id: row.id, event: row.event })),
  }));
}

/** Begins a rehearsal under the client’s identifier; twice is the same as once. Throws {@link NotFound} without its plan. */
export async function putRehearsal(
  database: Sequelize,
  id: string,
  { matchId, happenedAt, people }: RehearsalCreate,
): Promise<void> {
  const { matches, rehearsals } = tablesOf(database);
  if ((await matches.count({ where: { id: matchId } })) === 0) throw new NotFound(say`match plan`);
  await rehearsals.bulkCreate([{ id, matchId, happenedAt: new Date(happenedAt), people }], {
    ignoreDuplicates: true,
  });
}

/** Takes a rehearsal back; twice is the same as once. Throws {@link NotFound} for one that never was. */
export async function withdrawRehearsal(database: Sequelize, id: string): Promise<void> {
  const { rehearsals } = tablesOf(database);
  if ((await rehearsals.count({ where: { id } })) === 0) throw new NotFound(say`rehearsal`);
  await rehearsals.update({ withdrawn: true }, { where: { id } });
}

/** Writes down something that happened, once. Throws {@link NotFound} without its rehearsal. */
export async function putRehearsalEvent(
  database: Sequelize,
  rehearsalId: string,
  id: string,
  event: RehearsalEvent,
): Promise<void> {
  const { rehearsals, rehearsalEvents } = tablesOf(database);
  if ((await rehearsals.count({ where: { id: rehearsalId } })) === 0)
    throw new NotFound(say`rehearsal`);
  await rehearsalEvents.bulkCreate([{ id, rehearsalId, happenedAfter: event.at, event }], {
    ignoreDuplicates: true,
  });
}

/** Takes back something that happened; twice is the same as once. Throws {@link NotFound} for what never did. */
export async function withdrawRehearsalEvent(
  database: Sequelize,
  rehearsalId: string,
  id: string,
): Promise<void> {
  const { rehearsalEvents } = tablesOf(database);
  const where = { id, rehearsalId };
  if ((await rehearsalEvents.count({ where })) === 0) throw new NotFound(say`rehearsal`);
  await rehearsalEvents.update({ withdrawn: true }, { where });
}
