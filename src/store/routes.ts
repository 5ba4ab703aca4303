import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type WhereOptions } from 'sequelize';
import type { z } from 'zod';
import type { FieldRecord } from '../contracts/fields.ts';
import type {
  revisionCreateSchema,
  Route,
  routeCreateSchema,
  RouteRevision,
} from '../contracts/routes.ts';
import { planFaults } from '../core/route/plan.ts';
import { inTransaction } from './database.ts';
import { Conflict, NotFound, StaleEdit } from './errors.ts';
import { fieldOf, fieldRevisionRow, getField } from './fields.ts';
import { getRobot } from './robots.ts';
import { tablesOf } from './tables/index.ts';
import type { FieldRevisionRow, FieldRow } from './tables/fields.ts';
import type { RevisionRow, RouteRow } from './tables/routes.ts';
import { say } from '../core/language/say.ts';

/** A revision with its route and the drawing that it stands on. */
type RevisionOnField = RevisionRow & {
  route: RouteRow;
  drawing: FieldRevisionRow & { owner?: FieldRow };
};

/** The number of the newest revision of the route that a revision belongs to. */
const NEWEST =
  '(SELECT MAX(number) FROM revisions AS other WHERE other.route_id = revisions.route_id)';

/** All routes that are in use with their newest revisions, by name. */
export async function listRoutes(database: Sequelize): Promise<Route[]> {
  const rows = await revisionsWith(database, {
    where: { number: { [Op.eq]: database.literal(NEWEST) } },
    inUse: true,
  });
  return rows.map(routeOf).toSorted((a, b) => a.name.localeCompare(b.name));
}

/** One route with its newest revision; throws {@link NotFound}. */
export async function getRoute(database: Sequelize, id: string): Promise<Route> {
  const [row] = await revisionsWith(database, { where: { routeId: id }, limit: 1 });
  if (row === undefined) throw new NotFound(say`route`);
  return routeOf(row);
}

/** A route with its newest revision, and the field as that stands on it; throws {@link NotFound}. */
export async function getRouteOnField(
  database: Sequelize,
  id: string,
): Promise<{ route: Route; field: FieldRecord }> {
  const [row] = await revisionsWith(database, { where: { routeId: id }, limit: 1, drawn: true });
  if (row === undefined) throw new NotFound(say`route`);
  return { route: routeOf(row), field: fieldUnder(row) };
}

/** Routes of a robot that are in use, each with the field as its newest revision stands on it. */
export async function listRoutesOnFields(
  database: Sequelize,
  robotId: string,
): Promise<{ route: Route; field: FieldRecord }[]> {
  const rows = await revisionsWith(database, {
    where: { number: { [Op.eq]: database.literal(NEWEST) } },
    robotId,
    inUse: true,
    drawn: true,
  });
  return rows.map((row) => ({ route: routeOf(row), field: fieldUnder(row) }));
}

/** One revision of a route by its number, and the field as it stands on it; throws {@link NotFound}. */
export async function getRevisionOnField(
  database: Sequelize,
  routeId: string,
  number: number,
): Promise<{ revision: RouteRevision; field: FieldRecord }> {
  const [row] = await revisionsWith(database, { where: { routeId, number }, drawn: true });
  if (row === undefined) throw new NotFound(say`revision`);
  return { revision: revisionOf(row), field: fieldUnder(row) };
}

/** Revisions by their identifiers, each with the name of its route and the field as it stands on it. */
export async function revisionsOnFields(
  database: Sequelize,
  ids: readonly string[],
): Promise<{ route: string; revision: RouteRevision; field: FieldRecord }[]> {
  if (ids.length === 0) return [];
  const rows = await revisionsWith(database, { where: { id: { [Op.in]: [...ids] } }, drawn: true });
  return rows.map((row) => ({
    route: row.route.name,
    revision: revisionOf(row),
    field: fieldUnder(row),
  }));
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
      reason: say`First plan`,
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
  if (changed === 0) throw new StaleEdit(say`route`, stored);
  return stored;
}

/** All revisions of a route, newest first. */
export async function listRevisions(
  database: Sequelize,
  routeId: string,
): Promise<RouteRevision[]> {
  return (await revisionsWith(database, { where: { routeId } })).map(revisionOf);
}

/** One revision of a route by its number; throws {@link NotFound}. */
export async function getRevision(
  database: Sequelize,
  routeId: string,
  number: number,
): Promise<RouteRevision> {
  const [row] = await revisionsWith(database, { where: { routeId, number } });
  if (row === undefined) throw new NotFound(say`revision`);
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
  return inTransaction(database, async () => {
    // The route's row is the lock: two people cannot both make the next revision.
    const route = await routes.findByPk(routeId, { lock: true });
    if (route === null) throw new NotFound(say`route`);
    const [newest] = await revisions.findAll({
      where: { routeId },
      order: [['number', 'DESC']],
      limit: 1,
    });
    if (newest === undefined) throw new NotFound(say`revision`);
    if (newest.number !== input.basedOn) {
      throw new StaleEdit(say`route`, await getRevision(database, routeId, newest.number));
    }
    const parent = await revisions.findOne({
      where: { routeId, number: input.parent ?? newest.number },
    });
    if (parent === null) throw new NotFound(say`revision`);
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
    return getRevision(database, routeId, row.number);
  });
}

function refuseFaults(faults: string[]): void {
  if (faults[0] !== undefined) throw new Conflict(faults[0]);
}

/** Which revisions are wanted, newest first, and what with them. */
interface RevisionQuery {
  where: WhereOptions<RevisionRow>;
  robotId?: string;
  /** Only those of routes that are in use. */
  inUse?: boolean;
  /** With the drawing that they stand on, and not only its number. */
  drawn?: boolean;
  limit?: number;
}

/** Revisions with their routes and drawings, in one question. */
async function revisionsWith(
  database: Sequelize,
  { where, robotId, inUse = false, drawn = false, limit }: RevisionQuery,
): Promise<RevisionOnField[]> {
  const { routes, revisions, fieldRevisions, fields } = tablesOf(database);
  const rows = await revisions.findAll({
    where,
    include: [
      {
        model: routes,
        as: 'route',
        required: true,
        where: { ...(inUse && { archivedAt: null }), ...(robotId !== undefined && { robotId }) },
      },
      {
        model: fieldRevisions,
        as: 'drawing',
        required: true,
        attributes: drawn
          ? { include: [[database.literal(NEWEST_DRAWING), 'newest']] }
          : ['number'],
        include: drawn ? [{ model: fields, as: 'owner', required: true }] : [],
      },
    ],
    order: [['number', 'DESC']],
    ...(limit === undefined ? {} : { limit }),
  });
  return rows as RevisionOnField[];
}

/** The number of the newest drawing of the field under a revision. */
const NEWEST_DRAWING =
  '(SELECT MAX(number) FROM field_revisions AS other WHERE other.field_id = drawing.field_id)';

function fieldUnder({ drawing }: RevisionOnField): FieldRecord {
  return fieldOf(drawing.owner!, drawing, drawing.get('newest') as number);
}

function routeOf(row: RevisionOnField): Route {
  const { id, name, robotId, fieldId, goal, version } = row.route;
  return { id, name, robotId, fieldId, goal, version, revision: revisionOf(row) };
}

function revisionOf(row: RevisionOnField): RouteRevision {
  const { id, routeId, number, parent, origin, reason, plan, promises, fieldRevisionId } = row;
  return {
    id,
    routeId,
    number,
    parent,
    origin,
    reason,
    plan,
    promises,
    createdAt: row.createdAt.toISOString(),
    fieldRevisionId,
    fieldRevision: row.drawing.number,
  };
}
