import type { RouteFile } from '../../core/formats/files.ts';
import { planFaults } from '../../core/route/plan.ts';
import { Conflict } from '../errors.ts';
import { tablesOf } from '../tables/index.ts';
import type { FieldRevisionRow } from '../tables/fields.ts';
import { counted, freeName, instantOf, missingParts, type IntakeContext } from './context.ts';
import { say } from '../../core/language/say.ts';

/** Takes a route in, or the revisions that a route that is here lacks of it. */
export async function takeRoute(context: IntakeContext, file: RouteFile): Promise<void> {
  const { routes, revisions } = tablesOf(context.database);
  const robotId = await robotOf(context, file);
  const drawings = await drawingsOf(context, file);
  const stored = file.id === undefined || context.copy ? null : await routes.findByPk(file.id);
  if (stored !== null) {
    const here = await revisions.findAll({
      where: { routeId: stored.id },
      attributes: ['id', 'number'],
    });
    const missing = missingParts(file.revisions, here);
    const same = stored.robotId === robotId && stored.fieldId === drawings[0]!.fieldId;
    if (missing !== 'divergent' && same) {
      context.recognise('route', stored.id);
      await addRevisions(context, stored.id, missing, drawings, true);
      return;
    }
  }
  const keep = stored === null && !context.copy;
  const name =
    keep && file.id !== undefined
      ? file.name
      : await freeName(file.name, (taken) => routes.count({ where: { name: taken } }));
  const id = context.fresh('routes', file.id, keep);
  context.rename('route', file.name, name);
  await routes.create({
    id,
    name,
    robotId,
    fieldId: drawings[0]!.fieldId,
    goal: file.goal,
    createdAt: file.createdAt === undefined ? new Date() : new Date(file.createdAt),
    archivedAt: instantOf(file.archivedAt),
  });
  await addRevisions(context, id, file.revisions, drawings, keep);
  context.sentences.push(
    say`Route “${name}” is here, with ${counted(file.revisions.length, 'revision')}.`,
  );
}

async function robotOf(context: IntakeContext, file: RouteFile): Promise<string> {
  const { robots } = tablesOf(context.database);
  const byId =
    file.robotId === undefined ? null : await robots.findByPk(context.idOf(file.robotId));
  const found =
    byId ??
    (await robots.findOne({
      where: { name: context.nameOf('robot', file.robot) },
      order: [['createdAt', 'DESC']],
    }));
  if (found === null) {
    throw new Conflict(say`This route is for robot “${file.robot}”. Import that robot first.`);
  }
  return found.id;
}

/** The drawings of the route's field, the newest first. */
async function drawingsOf(context: IntakeContext, file: RouteFile): Promise<FieldRevisionRow[]> {
  const { fields, fieldRevisions } = tablesOf(context.database);
  const byId =
    file.fieldId === undefined ? null : await fields.findByPk(context.idOf(file.fieldId));
  const found =
    byId ??
    (await fields.findOne({
      where: { name: context.nameOf('field', file.field) },
      order: [['createdAt', 'DESC']],
    }));
  if (found === null) {
    throw new Conflict(say`This route is on field “${file.field}”. Import that field first.`);
  }
  return fieldRevisions.findAll({ where: { fieldId: found.id }, order: [['number', 'DESC']] });
}

async function addRevisions(
  context: IntakeContext,
  routeId: string,
  revisions: RouteFile['revisions'],
  drawings: readonly FieldRevisionRow[],
  keep: boolean,
): Promise<void> {
  await tablesOf(context.database).revisions.bulkCreate(
    revisions.map(({ id, createdAt, fieldRevision, ...revision }) => {
      // A field that came under its name only may have other numbers: then the newest is meant.
      const drawing = drawings.find(({ number }) => number === fieldRevision) ?? drawings[0]!;
      const fault = planFaults(revision.plan, drawing.field)[0];
      if (fault !== undefined && !context.fromBundle)
        throw new Conflict(say`Revision ${revision.number}: ${fault}`);
      return {
        id: context.fresh('revisions', id, keep),
        routeId,
        fieldRevisionId: drawing.id,
        ...revision,
        createdAt: new Date(createdAt),
      };
    }),
  );
}
