import { QueryTypes, type Sequelize } from 'sequelize';
import { matchSchema, type MatchRecord } from '../contracts/matches.ts';
import type { Session } from '../contracts/practices.ts';
import type { Conventions } from '../core/language/conventions.ts';
import { teamOf } from './team.ts';

/** The names of everything that is in use, which the pickers of the sheets offer, and how the team counts. */
export interface Catalogue {
  /** By name. */
  robots: { id: string; name: string }[];
  fields: { id: string; name: string }[];
  /** By name, each with the time of its newest revision. */
  routes: { id: string; name: string; robotId: string; fieldId: string; revisedAt: string }[];
  /** Match plans whole, by name. */
  matches: MatchRecord[];
  /** The newest ones, newest first. */
  sessions: Session[];
  team: Conventions;
}

/** As many sessions are offered. */
const SESSIONS = 200;

/** The names of everything that is in use, in one question. */
export async function readCatalogue(database: Sequelize): Promise<Catalogue> {
  const [row] = await database.query<{ [Name in keyof Catalogue]: Catalogue[Name] | null }>(
    `SELECT
      (SELECT JSON_ARRAYAGG(JSON_OBJECT('id', id, 'name', name) ORDER BY name)
        FROM robots WHERE archived_at IS NULL) AS robots,
      (SELECT JSON_ARRAYAGG(JSON_OBJECT('id', id, 'name', name) ORDER BY name)
        FROM fields WHERE archived_at IS NULL) AS fields,
      (SELECT JSON_ARRAYAGG(JSON_OBJECT('id', id, 'name', name, 'robotId', robot_id, 'fieldId', field_id, 'revisedAt',
          (SELECT MAX(created_at) FROM revisions WHERE revisions.route_id = routes.id)) ORDER BY name)
        FROM routes WHERE archived_at IS NULL) AS routes,
      (SELECT JSON_ARRAYAGG(JSON_OBJECT('id', id, 'name', name, 'robotId', robot_id, 'fieldId', field_id,
          'plan', JSON_EXTRACT(plan, '$'), 'version', version, 'createdAt',
          DATE_FORMAT(created_at, '%Y-%m-%dT%H:%i:%s.%fZ')) ORDER BY name)
        FROM matches WHERE archived_at IS NULL) AS matches,
      (SELECT JSON_ARRAYAGG(JSON_OBJECT('id', id, 'title', title, 'startedAt',
          DATE_FORMAT(started_at, '%Y-%m-%dT%H:%i:%s.%fZ'), 'surface', surface, 'people', people,
          'note', note, 'goalRuns', goal_runs, 'goalHits', goal_hits, 'version', version)
          ORDER BY started_at DESC)
        FROM (SELECT * FROM sessions WHERE archived_at IS NULL
          ORDER BY started_at DESC LIMIT :sessions) AS newest) AS sessions,
      (SELECT conventions FROM team WHERE id = 1) AS team`,
    { replacements: { sessions: SESSIONS }, type: QueryTypes.SELECT },
  );
  const { robots, fields, routes, matches, sessions, team } = row!;
  return {
    robots: robots ?? [],
    fields: fields ?? [],
    routes: routes ?? [],
    matches: (matches ?? []).map((match) =>
      matchSchema.parse({
        ...match,
        createdAt: new Date(match.createdAt).toISOString(),
      }),
    ),
    team: teamOf(team),
    sessions: (sessions ?? []).map((session) => ({
      ...session,
      // The database counts microseconds, everybody else milliseconds.
      startedAt: new Date(session.startedAt).toISOString(),
    })),
  };
}
