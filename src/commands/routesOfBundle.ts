import {
  type BundleLine,
  type CorvatFile,
  type FieldFile,
  type RobotFile,
  type RouteFile,
  bundleLineSchema,
  readDocument,
} from '../core/formats/files.ts';
import { readAnyFile } from '../core/formats/tables/anyFile.ts';
import { knowledgeOf, type Knowledge } from '../core/robot/knowledge.ts';
import { planFaults } from '../core/route/plan.ts';
import type { Experiment } from '../core/simulation/run.ts';

/** The newest revision of a route with the robot and the field that it is for. */
export interface BundleRoute {
  name: string;
  revision: number;
  experiment: Experiment & { knowledge: Knowledge };
}

/** The routes of a bundle. Throws an Error that says what is missing. */
export function routesOfBundle(text: string): BundleRoute[] {
  const documents = documentsOf(text);
  const of = <K extends string>(kind: K) =>
    documents.filter((one): one is Extract<typeof one, { corvat: K }> => one.corvat === kind);
  const routes = of('route');
  if (routes.length === 0) throw new Error('the bundle holds no route.');
  return routes.map((route) => routeOf(route, of('robot'), of('field')));
}

function routeOf(
  route: RouteFile,
  robots: readonly RobotFile[],
  fields: readonly FieldFile[],
): BundleRoute {
  const revision = newest(route.revisions);
  const robot = robots.find(({ id, name }) =>
    route.robotId === undefined ? name === route.robot : id === route.robotId,
  );
  const fieldFile = fields.find(({ id, name }) =>
    route.fieldId === undefined ? name === route.field : id === route.fieldId,
  );
  if (robot === undefined) throw new Error(`robot “${route.robot}” is not in the bundle.`);
  if (fieldFile === undefined) throw new Error(`field “${route.field}” is not in the bundle.`);
  const field =
    fieldFile.revisions?.find(({ number }) => number === revision.fieldRevision)?.field ??
    fieldFile.field;
  const fault = planFaults(revision.plan, field)[0];
  if (fault !== undefined) throw new Error(`${route.name}: ${fault}`);
  const { setup, sources } = newest(robot.setups);
  return {
    name: route.name,
    revision: revision.number,
    experiment: {
      plan: revision.plan,
      field,
      estimated: setup,
      trueParameters: setup,
      knowledge: knowledgeOf(setup, sources),
    },
  };
}

function newest<T extends { number: number }>(list: readonly T[]): T {
  return list.reduce((best, one) => (one.number > best.number ? one : best));
}

/** The documents of a bundle of either version, or the one of a single file. */
function documentsOf(text: string): (BundleLine | CorvatFile)[] {
  const [head, ...lines] = text.trimEnd().split('\n');
  if (/"corvat":"bundle"/.test(head!) && /"version":2/.test(head!)) {
    return lines.map((line) => readDocument(line, bundleLineSchema));
  }
  const file = readAnyFile(text);
  return file.corvat === 'bundle' ? file.files : [file];
}
