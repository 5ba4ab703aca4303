import { QueryTypes, type Sequelize } from 'sequelize';
import { teamSchema } from '../contracts/team.ts';
import type { Conventions } from '../core/language/conventions.ts';

/** How the team counts; the usual way until it chose. */
export async function readTeam(database: Sequelize): Promise<Conventions> {
  const [row] = await database.query<{ conventions: unknown }>(
    'SELECT conventions FROM team WHERE id = 1',
    { type: QueryTypes.SELECT },
  );
  return teamOf(row?.conventions ?? {});
}

/** A stored choice; the database gives JSON as text or as what it says, by how it was asked. */
export function teamOf(stored: unknown): Conventions {
  return teamSchema.parse(typeof stored === 'string' ? JSON.parse(stored) : (stored ?? {}));
}

export async function writeTeam(database: Sequelize, conventions: Conventions): Promise<void> {
  await database.query('REPLACE INTO team (id, conventions) VALUES (1, :conventions)', {
    replacements: { conventions: JSON.stringify(conventions) },
  });
}
