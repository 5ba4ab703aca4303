import type { APIContext } from 'astro';
import { z } from 'zod';
import { numberSchema } from '../../core/schema/scalars.ts';
import type { pythonProgram } from '../../core/formats/program/python.ts';
import { database } from '../../store/database.ts';
import { countBy } from '../../server/requestConventions.ts';
import { readTeam } from '../../store/team.ts';
import { getRobot } from '../../store/robots.ts';
import { getRevision, getRoute } from '../../store/routes.ts';
import { originWords } from '../_origin.ts';
import { wiringOfRobot } from '../_wiring.ts';
import { download, idOf, queryOf } from './_endpoint.ts';

/** A program of a route as a download, written by `write` with the newest setup of its robot. */
export async function programDownload(
  context: APIContext,
  write: typeof pythonProgram,
  type: string,
  ending: string,
): Promise<Response> {
  countBy(await readTeam(database()));
  const route = await getRoute(database(), idOf(context));
  const asked = queryOf(context, 'revision', z.coerce.number().pipe(numberSchema));
  const revision = await getRevision(database(), route.id, asked ?? route.revision.number);
  const robot = await getRobot(database(), route.robotId);
  const heading = {
    robot: robot.name,
    setup: robot.setup.number,
    route: route.name,
    revision: String(revision.number),
  };
  const wiring = await wiringOfRobot(database(), robot.id);
  const text = write(revision.plan, robot.setup.setup, heading, originWords(robot.setup), wiring);
  // A Java class has to be in a file of its name.
  const name = ending === 'java' ? 'RouteProgram' : `${route.name}-rev-${revision.number}`;
  return download(text, type, `${name}.${ending}`);
}
