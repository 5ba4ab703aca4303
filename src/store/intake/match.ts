import { randomUUID } from 'node:crypto';
import type { MatchFile } from '../../core/formats/files.ts';
import { say } from '../../core/language/say.ts';
import { Conflict } from '../errors.ts';
import { tablesOf } from '../tables/index.ts';
import { freeName, instantOf, type IntakeContext } from './context.ts';

/** Takes a match plan in, with those of its rehearsals that are not here. Throws a {@link Conflict} without its routes. */
export async function takeMatch(context: IntakeContext, file: MatchFile): Promise<void> {
  const { matches } = tablesOf(context.database);
  const { robotId, fieldId, routeIds } = await placesOf(context, file);
  // That of a robot that came as a copy is a copy too.
  const copied =
    context.copy ||
    (file.robotId !== undefined && robotId !== file.robotId) ||
    (file.fieldId !== undefined && fieldId !== file.fieldId);
  const known =
    file.id !== undefined && !copied && (await matches.count({ where: { id: file.id } })) > 0;
  if (known) context.recognise('match plan', file.id!);
  const id = known ? file.id! : context.fresh('matches', file.id, !copied);
  if (!known) {
    const name = await freeName(file.name, (taken) => matches.count({ where: { name: taken } }));
    await matches.create({
      id,
      name,
      robotId,
      fieldId,
      plan: {
        ...file.plan,
        entries: file.plan.entries.map((entry) => ({
          ...entry,
          routeId: routeIds.get(entry.routeId)!,
        })),
      },
      createdAt: instantOf(file.createdAt) ?? new Date(),
      archivedAt: instantOf(file.archivedAt),
    });
    context.sentences.push(say`The match plan “${name}” is new here.`);
  }
  for (const rehearsal of file.rehearsals) await takeRehearsal(context, id, rehearsal, copied);
}

/** Robot, field and routes of a plan as they are here, by identifier or by name. */
async function placesOf(context: IntakeContext, file: MatchFile) {
  const { robots, fields, routes } = tablesOf(context.database);
  const robot =
    file.robotId === undefined
      ? await robots.findOne({
          where: { name: context.nameOf('robot', file.robot) },
          order: [['createdAt', 'DESC']],
        })
      : await robots.findByPk(context.idOf(file.robotId));
  const field =
    file.fieldId === undefined
      ? await fields.findOne({
          where: { name: context.nameOf('field', file.field) },
          order: [['createdAt', 'DESC']],
        })
      : await fields.findByPk(context.idOf(file.fieldId));
  if (robot === null || field === null)
    throw new Conflict(
      say`The match plan “${file.name}” is for ${file.robot} on ${file.field}: take those in first.`,
    );
  const place = { robotId: robot.id, fieldId: field.id };
  const here = await routes.findAll({ where: place, attributes: ['id', 'name'] });
  const routeIds = new Map<string, string>();
  for (const { routeId } of file.plan.entries) {
    const name = file.routes.find(({ id }) => id === routeId)?.name ?? '';
    const route =
      here.find(({ id }) => id === context.idOf(routeId)) ??
      here.find((one) => one.name === context.nameOf('route', name));
    if (route === undefined)
      throw new Conflict(
        say`The match plan “${file.name}” names a route that is not here: take that in first.`,
      );
    routeIds.set(routeId, route.id);
  }
  return { ...place, routeIds };
}

async function takeRehearsal(
  context: IntakeContext,
  matchId: string,
  { id, happenedAt, people, events }: MatchFile['rehearsals'][number],
  copied: boolean,
): Promise<void> {
  const { rehearsals, rehearsalEvents } = tablesOf(context.database);
  if (!copied && (await rehearsals.count({ where: { id } })) > 0) {
    context.recognise('rehearsal', id);
    return;
  }
  const rehearsalId = context.fresh('rehearsals', id, !copied);
  await rehearsals.create({
    id: rehearsalId,
    matchId,
    happenedAt: new Date(happenedAt),
    people,
  });
  await rehearsalEvents.bulkCreate(
    events.map((one) => ({
      id: copied ? randomUUID() : one.id,
      rehearsalId,
      happenedAfter: one.event.at,
      event: one.event,
    })),
  );
}
