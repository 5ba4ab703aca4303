import type { Sequelize } from 'sequelize';
import type { z } from 'zod';
import type { Session, sessionUpdateSchema } from '../contracts/practices.ts';
import type { sessionSchema } from '../core/formats/practice.ts';
import { NotFound, StaleEdit } from './errors.ts';
import { tablesOf } from './tables/index.ts';
import type { SessionRow } from './tables/runs.ts';
import { say } from '../core/language/say.ts';

/** The newest sessions that are in use, newest first. */
export async function listSessions(database: Sequelize, limit = 200): Promise<Session[]> {
  const rows = await tablesOf(database).sessions.findAll({
    where: { archivedAt: null },
    order: [['startedAt', 'DESC']],
    limit,
  });
  return rows.map(sessionOf);
}

/** One session; throws {@link NotFound}. */
export async function getSession(database: Sequelize, id: string): Promise<Session> {
  const row = await tablesOf(database).sessions.findByPk(id);
  if (row === null) throw new NotFound(say`session`);
  return sessionOf(row);
}

/** Starts a session under the client's identifier; starting it twice is the same as once. */
export async function createSession(
  database: Sequelize,
  input: z.infer<typeof sessionSchema>,
): Promise<Session> {
  const { sessions } = tablesOf(database);
  const values = { ...input, startedAt: new Date(input.startedAt), version: 0 };
  await sessions.bulkCreate([values], { ignoreDuplicates: true });
  return getSession(database, input.id);
}

/** Changes what is noted of a session; throws {@link StaleEdit} when somebody was quicker. */
export async function updateSession(
  database: Sequelize,
  id: string,
  change: z.infer<typeof sessionUpdateSchema>,
): Promise<Session> {
  const { version, ...values } = change;
  const [changed] = await tablesOf(database).sessions.update(
    { ...values, version: version + 1 },
    { where: { id, version } },
  );
  const stored = await getSession(database, id);
  if (changed === 0) throw new StaleEdit(say`session`, stored);
  return stored;
}

function sessionOf(row: SessionRow): Session {
  const { id, title, surface, people, note, goalRuns, goalHits, version } = row;
  const startedAt = row.startedAt.toISOString();
  return { id, title, startedAt, surface, people, note, goalRuns, goalHits, version };
}
