import { Op, QueryTypes, type ModelStatic, type Sequelize } from 'sequelize';
import { KEPT_THINGS, type KeptRecord, type KeptThing } from '../contracts/kept.ts';
import { inTransaction } from './database.ts';
import { Conflict, NotFound } from './errors.ts';
import { tablesOf } from './tables/index.ts';
import type { MatchRow } from './tables/matches.ts';
import { plural, say } from '../core/language/say.ts';

const WORD: Record<KeptThing, string> = {
  robots: 'robot',
  fields: 'field',
  routes: 'route',
  matches: 'match plan',
  sessions: 'session',
};

/** Everything of every kind, put away or not: sessions newest first, the others by name. */
export async function listKept(database: Sequelize): Promise<Record<KeptThing, KeptRecord[]>> {
  const rows = await database.query<KeptRow>(
    KEPT_THINGS.map(
      (thing) =>
        `SELECT '${thing}' AS thing, id, archived_at IS NOT NULL AS archived, ${
          thing === 'sessions'
            ? "CONCAT(title, ', ', DATE(started_at)) AS name, started_at AS started"
            : 'name, NULL AS started'
        } FROM ${thing}`,
    ).join(' UNION ALL '),
    { type: QueryTypes.SELECT },
  );
  const inOrder = rows.toSorted((a, b) =>
    a.started === null || b.started === null
      ? a.name.localeCompare(b.name)
      : b.started.getTime() - a.started.getTime(),
  );
  const of = (thing: KeptThing) =>
    inOrder
      .filter((row) => row.thing === thing)
      .map(({ id, name, archived }) => ({ id, name, archived: Boolean(archived) }));
  return {
    robots: of('robots'),
    fields: of('fields'),
    routes: of('routes'),
    matches: of('matches'),
    sessions: of('sessions'),
  };
}

interface KeptRow {
  thing: KeptThing;
  id: string;
  name: string;
  archived: number;
  /** When a session began. */
  started: Date | null;
}

/** Puts a thing away, so that no sheet offers it, or takes it out again. Throws {@link NotFound}. */
export async function archive(
  database: Sequelize,
  thing: KeptThing,
  id: string,
  archived: boolean,
): Promise<void> {
  const row = await (tablesOf(database)[thing] as ModelStatic<ArchivedRow>).findByPk(id);
  if (row === null) throw new NotFound(WORD[thing]);
  await row.update({ archivedAt: archived ? new Date() : null });
}

type ArchivedRow = import('sequelize').Model & { archivedAt: Date | null };

/**
 * Deletes a thing with what hangs on it alone: a route with its revisions and runs, a session with its runs, a robot
 * with its setups and bench records, a field with its drawings. What a route still needs is not deleted: throws a
 * {@link Conflict} with the names of those that do.
 */
export async function remove(database: Sequelize, thing: KeptThing, id: string): Promise<void> {
  const tables = tablesOf(database);
  await inTransaction(database, async () => {
    if ((await (tables[thing] as ModelStatic<ArchivedRow>).findByPk(id)) === null) {
      throw new NotFound(WORD[thing]);
    }
    switch (thing) {
      case 'sessions':
        await removeRuns(database, { sessionId: id });
        await tables.sessions.destroy({ where: { id } });
        break;
      case 'matches':
        await tables.matches.destroy({ where: { id } });
        break;
      case 'routes': {
        await refuseInMatches(database, say`route`, ({ plan }) =>
          plan.entries.some(({ routeId }) => routeId === id),
        );
        const revisions = await tables.revisions.findAll({
          where: { routeId: id },
          attributes: ['id'],
        });
        await removeRuns(database, { revisionId: revisions.map((row) => row.id) });
        await tables.revisions.destroy({ where: { routeId: id } });
        await tables.routes.destroy({ where: { id } });
        break;
      }
      case 'fields':
        await refuseInUse(database, 'fieldId', id, say`field`);
        await refuseInMatches(database, say`field`, ({ fieldId }) => fieldId === id);
        await tables.cameraNotes.destroy({ where: { about: 'field', key: id } });
        await tables.fieldRevisions.destroy({ where: { fieldId: id } });
        await tables.fields.destroy({ where: { id } });
        break;
      case 'robots':
        await refuseInUse(database, 'robotId', id, say`robot`);
        await refuseInMatches(database, say`robot`, ({ robotId }) => robotId === id);
        await tables.cameraNotes.destroy({ where: { about: 'robot', key: id } });
        await tables.links.destroy({ where: { robotId: id } });
        await tables.telemetry.destroy({ where: { robotId: id } });
        await tables.benchRecords.destroy({ where: { robotId: id } });
        await tables.setups.destroy({ where: { robotId: id } });
        await tables.robots.destroy({ where: { id } });
        break;
    }
  });
}

/** Removes everything that is kept here, links and records of imports too. */
export async function removeEverything(database: Sequelize): Promise<void> {
  const tables = tablesOf(database);
  await inTransaction(database, async () => {
    // Children before parents; what only belongs to one of these goes with it.
    for (const table of [
      tables.matches,
      tables.links,
      tables.telemetry,
      tables.runs,
      tables.sessions,
      tables.revisions,
      tables.routes,
      tables.fieldRevisions,
      tables.fields,
      tables.benchRecords,
      tables.setups,
      tables.robots,
      tables.imports,
      tables.cameraNotes,
    ] as { destroy: (options: object) => Promise<number> }[]) {
      await table.destroy({ where: {} });
    }
  });
}

/** Removes runs with what was recorded of them. */
export async function removeRuns(
  database: Sequelize,
  where: { sessionId?: string; revisionId?: string[]; id?: string[] },
): Promise<void> {
  const { runs, telemetry } = tablesOf(database);
  const found = await runs.findAll({ where, attributes: ['id'] });
  const ids = found.map(({ id }) => id);
  await telemetry.destroy({ where: { runId: ids } });
  await runs.destroy({ where: { id: ids } });
}

async function refuseInUse(
  database: Sequelize,
  member: 'fieldId' | 'robotId',
  id: string,
  word: string,
): Promise<void> {
  const users = await tablesOf(database).routes.findAll({
    where: { [member]: { [Op.eq]: id } },
    attributes: ['name'],
    order: [['name', 'ASC']],
  });
  if (users.length === 0) return;
  throw new Conflict(
    say`This ${word} is needed by ${someOf(users)}. Delete ${plural(users.length, 'that route', 'those routes')} first, or put the ${word} away: then no sheet offers it, and nothing is lost.`,
  );
}

/** Refuses while a match plan needs it. */
async function refuseInMatches(
  database: Sequelize,
  word: string,
  needs: (match: MatchRow) => boolean,
): Promise<void> {
  const all = await tablesOf(database).matches.findAll({ order: [['name', 'ASC']] });
  const users = all.filter(needs);
  if (users.length === 0) return;
  throw new Conflict(
    say`This ${word} is needed by the match plan ${someOf(users)}. Take it out there first, or put the ${word} away: then no sheet offers it, and nothing is lost.`,
  );
}

/** The names of the first few, and how many more there are. */
function someOf(users: readonly { name: string }[]): string {
  const names = users.map(({ name }) => `“${name}”`);
  const some = names.length > 5 ? [...names.slice(0, 5), say`${names.length - 5} more`] : names;
  return some.join(', ');
}
