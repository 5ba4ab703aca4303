import { randomUUID } from 'node:crypto';
import { Op, type Sequelize } from 'sequelize';
import type { z } from 'zod';
import type {
  revisionCreateSchema,
  Route,
  routeCreateSchema,
  RouteRevision,
} from '../contracts/records.ts';
import { planFaults } from '../core/route/plan.ts';
import { inTransaction } from './database.ts';
import { Conflict, NotFound, StaleEdit } from './errors.ts';
import { fieldRevisionRow, getField } from './fields.ts';
import { getRobot } from './robots.ts';
import { tablesOf } from './tables/index.ts';
import type { RevisionRow, RouteRow } from './tables/routes.ts';

/** All routes that are in use with their newest revisions, by name. */
export async function listRoutes(database: Sequelize): Promise<Route[]> {
  const rows = await tablesOf(database).routes.findAll({
    where: { archivedAt: null },
    order: [['name', 'ASC']],
  });
  return routesOf(database, rows);
}

/** One route with its newest revision; throws {@link NotFound}. */
export async function getRoute(database: Sequelize, id: string): Promise<Route> {
  const row = await tablesOf(database).routes.findByPk(id);
  if (row === null) throw new NotFound('route');
  return (await routesOf(database, [row]))[0]!;
}

/** A new route on the newest drawing of its field, with its plan as revision 1. */
export async function createRoute(
  database: Sequelize,
  input: z.infer<typeof routeCreateSchema>,
): Promise<Route> {
  const { routes, revisions } = tablesOf(database);
  return inTransaction(database, async () => {
    const { name, robotId, fieldId, goal, plan } = input;
    await getRobot(database, robotId);
    const { field, revision } = await getField(database, fieldId);
    refuseFaults(planFaults(plan, field));
    const route = await routes.create({
      id: randomUUID(),
      name,
      robotId,
      fieldId,
      goal,
      createdAt: new Date(),
    });
    await revisions.create({
      id: randomUUID(),
      routeId: route.id,
      fieldRevisionId: revision.id,
      number: 1,
      parent: null,
      origin: 'hand',
      reason: 'First plan',
      plan,
      promises: [],
      createdAt: new Date(),
    });
    return getRoute(database, route.id);
  });
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
  return revisionsOf(database, rows);
}

/** One revision of a route by its number; throws {@link NotFound}. */
export async function getRevision(
  database: Sequelize,
  routeId: string,
  number: number,
): Promise<RouteRevision> {
  const row = await tablesOf(database).revisions.findOne({ where: { routeId, number } });
  if (row === null) throw new NotFound('revision');
  return (await revisionsOf(database, [row]))[0]!;
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
  return inTransaction(database, async () => {
    // The route's row is the lock: two people cannot both make the next revision.
    const route = await routes.findByPk(routeId, { lock: true });
    if (route === null) throw new NotFound('route');
    const [newest] = await revisions.findAll({
      where: { routeId },
      order: [['number', 'DESC']],
      limit: 1,
    });
    if (newest === undefined) throw new NotFound('revision');
    if (newest.number !== input.basedOn) {
      throw new StaleEdit('route', (await revisionsOf(database, [newest]))[0]);
    }
    const parent = await revisions.findOne({
      where: { routeId, number: input.parent ?? newest.number },
    });
    if (parent === null) throw new NotFound('revision');
    const field =
      input.fieldRevision === undefined
        ? (await tablesOf(database).fieldRevisions.findByPk(parent.fieldRevisionId))!
        : await fieldRevisionRow(database, route.fieldId, input.fieldRevision);
    refuseFaults(planFaults(input.plan, field.field));
    const row = await revisions.create({
      id: randomUUID(),
      routeId,
      fieldRevisionId: field.id,
      number: newest.number + 1,
      parent: parent.number,
      origin: input.origin,
      reason: input.reason,
      plan: input.plan,
      promises: input.promises,
      createdAt: new Date(),
    });
    return (await revisionsOf(database, [row]))[0]!;
  });
}

function refuseFaults(faults: string[]): void {
  if (faults[0] !== undefined) throw new Conflict(faults[0]);
}

/** Routes with their newest revisions, in two questions however many there are. */
async function routesOf(database: Sequelize, rows: readonly RouteRow[]): Promise<Route[]> {
  const newest = await tablesOf(database).revisions.findAll({
    where: {
      routeId: rows.map(({ id }) => id),
      number: {
        [Op.eq]: database.literal(
          '(SELECT MAX(number) FROM revisions AS other WHERE other.route_id = revisions.route_id)',
        ),
      },
    },
  });
  const revisions = await revisionsOf(database, newest);
  const byRoute = new Map(revisions.map((revision) => [revision.routeId, revision]));
  return rows.flatMap(({ id, name, robotId, fieldId, goal, version }) => {
    const revision = byRoute.get(id);
    return revision === undefined ? [] : [{ id, name, robotId, fieldId, goal, version, revision }];
  });
}

async function revisionsOf(
  database: Sequelize,
  rows: readonly RevisionRow[],
): Promise<RouteRevision[]> {
  const fields = await tablesOf(database).fieldRevisions.findAll({
    where: { id: [...new Set(rows.map(({ fieldRevisionId }) => fieldRevisionId))] },
    attributes: ['id', 'number'],
  });
  const numbers = new Map(fields.map(({ id, number }) => [id, number]));
  return rows.map((row) => {
    const { id, routeId, number, parent, origin, reason, plan, promises, fieldRevisionId } = row;
    const createdAt = row.createdAt.toISOString();
    return {
      id,
      routeId,
      number,
      parent,
      origin,
      reason,
      plan,
      promises,
      createdAt,
      fieldRevisionId,
      fieldRevision: numbers.get(fieldRevisionId)!,
    };
  });
}
