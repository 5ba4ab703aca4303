import type { Sequelize } from 'sequelize';
import { cameraNotes } from './camera.ts';
import { drills } from './drills.ts';
import { fieldRevisions, fields, pictures } from './fields.ts';
import { imports } from './imports.ts';
import { matches, rehearsalEvents, rehearsals } from './matches.ts';
import { linkBatches, linkCommands, links } from './links.ts';
import { benchRecords, robots, setups } from './robots.ts';
import { revisions, routes } from './routes.ts';
import { offsets, outcomes, photos, runs, sessions } from './runs.ts';
import { chunks, telemetry } from './telemetry.ts';

/** Every table: the only list of them. */
const TABLES = {
  robots,
  setups,
  benchRecords,
  fields,
  fieldRevisions,
  pictures,
  routes,
  revisions,
  sessions,
  runs,
  offsets,
  outcomes,
  photos,
  telemetry,
  chunks,
  cameraNotes,
  matches,
  rehearsals,
  rehearsalEvents,
  drills,
  links,
  linkBatches,
  linkCommands,
  imports,
};

/** The tables of one connection. */
export type Tables = {
  [Name in keyof typeof TABLES]: ReturnType<(typeof TABLES)[Name]['on']>;
};

const defined = new WeakMap<Sequelize, Tables>();

/** The tables on a connection, defined once for each. */
export function tablesOf(database: Sequelize): Tables {
  let tables = defined.get(database);
  if (tables === undefined) {
    tables = Object.fromEntries(
      Object.entries(TABLES).map(([name, { on }]) => [name, on(database)]),
    ) as unknown as Tables;
    relate(tables);
    defined.set(database, tables);
  }
  return tables;
}

/** How rows lead to others, so that what belongs together is read in one question. */
function relate({
  robots,
  setups,
  benchRecords,
  links,
  fields,
  fieldRevisions,
  routes,
  revisions,
}: Tables): void {
  setups.belongsTo(robots, { as: 'robot', foreignKey: 'robotId' });
  robots.hasOne(benchRecords, { as: 'rest', foreignKey: 'robotId' });
  robots.hasOne(links, { as: 'link', foreignKey: 'robotId' });
  fieldRevisions.belongsTo(fields, { as: 'owner', foreignKey: 'fieldId' });
  revisions.belongsTo(routes, { as: 'route', foreignKey: 'routeId' });
  revisions.belongsTo(fieldRevisions, { as: 'drawing', foreignKey: 'fieldRevisionId' });
}
