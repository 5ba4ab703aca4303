import { randomUUID } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import type { z } from 'zod';
import type {
  revisionCreateSchema,
  Route,
  routeCreateSchema,
  RouteRevision,
} from '../contracts/records.ts';
import { planFaults } from '../core/route/moves.ts';
import { Conflict, NotFound, StaleEdit } from './errors.ts';
import { getField } from './fields.ts';
import { getRobot } from './robots.ts';
import { tablesOf, type RevisionRow, type RouteRow } from './tables.ts';

/** All routes with their newest revision, by name. */
export async function listRoutes(database: Sequelize): Promise<Route[]> {
  const rows = await tablesOf(database).routes.findAll({ order: [['name', 'ASC']] });
  return Promise.all(rows.map((row) => routeOf(database, row)));
}

/** One route with its newest revision; throws {@link NotFound}. */
export async function getRoute(database: Sequelize, id: string): Promise<Route> {
  const row = await tablesOf(database).routes.findByPk(id);
  if (row === null) throw new NotFound('route');
  return routeOf(database, row);
}

/** A new route with its plan as revision 1. */
export async function createRoute(
  database: Sequelize,
  input: z.infer<typeof routeCreateSchema>,
): Promise<Route> {
  const { routes, revisions } = tablesOf(database);
  await getRobot(database, input.robotId);
  const { field } = await getField(database, input.fieldId);
  refuseFaults(planFaults(input.plan, field));
  const id = await database.transaction(async (transaction) => {
    const { name, robotId, fieldId, goal, plan } = input;
    const route = await routes.create(
      { id: randomUUID(), name, robotId, fieldId, goal, createdAt: new Date() },
      { transaction },
    );
    await revisions.create(
      {
        id: randomUUID(),
        routeId: route.id,
        number: 1,
        parent: null,
        origin: 'hand',
        reason: 'First plan',
        plan,
        promises: [],
        createdAt: new Date(),
      },
      { transaction },
    );
    return route.id;
  });
  return getRoute(database, id);
}

/** Changes name and goal; throws {@link StaleEdit} when somebody was quicker. */
export async function updateRoute(
  database: Sequelize,
  id: string,
  change: { name: string; goal: number; version: number },
): Promise<Route> {
  const { name, goal, version } = change;
  const [changed] = await tablesOf(database).routes.update(
    { name, goal, version: version + 1 },
    { where: { id, version } },
  );
  const stored = await getRoute(database, id);
  if (changed === 0) throw new StaleEdit('route', stored);
  return stored;
}

/** All revisions of a route, newest first. */
export async function listRevisions(
  database: Sequelize,
  routeId: string,
): Promise<RouteRevision[]> {
  const rows = await tablesOf(database).revisions.findAll({
    where: { routeId },
    order: [['number', 'DESC']],
  });
  return rows.map(revisionOf);
}

/** One revision of a route by its number; throws {@link NotFound}. */
export async function getRevision(
  database: Sequelize,
  routeId: string,
  number: number,
): Promise<RouteRevision> {
  const row = await tablesOf(database).revisions.findOne({ where: { routeId, number } });
  if (row === null) throw new NotFound('revision');
  return revisionOf(row);
}

/**
 * Adds a revision on top of the newest; one made without knowing the newest is refused. Its parent
 * may be an older one that somebody went back to.
 */
export async function addRevision(
  database: Sequelize,
  routeId: string,
  input: z.infer<typeof revisionCreateSchema>,
): Promise<RouteRevision> {
  const { routes, revisions } = tablesOf(database);
  return database.transaction(async (transaction) => {
    const route = await routes.findByPk(routeId, { transaction, lock: transaction.LOCK.UPDATE });
    if (route === null) throw new NotFound('route');
    const { field } = await getField(database, route.fieldId);
    refuseFaults(planFaults(input.plan, field));
    const newest = await revisions.findOne({
      where: { routeId },
      order: [['number', 'DESC']],
      transaction,
    });
    if (newest === null) throw new NotFound('revision');
    if (newest.number !== input.basedOn) throw new StaleEdit('route', revisionOf(newest));
    const { parent } = input;
    if (parent !== undefined && parent > newest.number) throw new NotFound('revision');
    const row = await revisions.create(
      {
        id: randomUUID(),
        routeId,
        number: newest.number + 1,
        parent: input.parent ?? newest.number,
        origin: input.origin,
        reason: input.reason,
        plan: input.plan,
        promises: input.promises,
        createdAt: new Date(),
      },
      { transaction },
    );
    return revisionOf(row);
  });
}

function refuseFaults(faults: string[]): void {
  if (faults[0] !== undefined) throw new Conflict(faults[0]);
}

async function routeOf(database: Sequelize, row: RouteRow): Promise<Route> {
  const newest = await tablesOf(database).revisions.findOne({
    where: { routeId: row.id },
    order: [['number', 'DESC']],
  });
  if (newest === null) throw new NotFound('revision');
  const { id, name, robotId, fieldId, goal, version } = row;
  return { id, name, robotId, fieldId, goal, version, revision: revisionOf(newest) };
}

function revisionOf(row: RevisionRow): RouteRevision {
  const { id, routeId, number, parent, origin, reason, plan, promises } = row;
  const createdAt = row.createdAt.toISOString();
  return { id, routeId, number, parent, origin, reason, plan, promises, createdAt };
}
