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
import { planFaults } from '../core/route/plan.ts';
import type { ChanceRange } from '../core/analysis/runs/chanceRange.ts';
import { routeUnknowns } from '../core/analysis/unknowns/routeUnknowns.ts';
import { simulatedRanges } from '../core/analysis/unknowns/simulatedChance.ts';
import { unknownShare, type TwoLevels } from '../core/analysis/unknowns/twoLevels.ts';
import { knowledgeOf } from '../core/robot/knowledge.ts';
import { forecastRuns } from '../core/simulation/forecast.ts';
import { outcomesOf, type CheckpointOutcome } from '../core/simulation/outcomes.ts';

const RUNS = 2000;
const SEED = 1;

/** What `forecast` says of one route. */
export interface RouteForecast {
  route: string;
  revision: number;
  runs: number;
  /** s: one run in twenty is quicker, half are, one in twenty is slower. */
  duration_s: [quick: number, middle: number, slow: number];
  checkpoints: {
    name: string;
    /** Where the chance lies, as far as the robot is known, with the share of the simulated runs that hit. */
    chance: [low: number, best: number, high: number];
    /** The same if the noise-free run ended in the middle. */
    aimed: [low: number, best: number, high: number];
    /** Share of a next run's variance that is not known of the robot, and the numbers that matter most. */
    not_known: { share: number; numbers: { number: string; share: number }[] };
    offset_mm: { right: number; far: number };
    spread_mm: { right: number; far: number };
  }[];
}

/** Forecasts the newest revision of every route of a bundle. Throws an Error that says what is missing. */
export function forecastBundle(text: string): RouteForecast[] {
  const documents = documentsOf(text);
  const of = <K extends string>(kind: K) =>
    documents.filter((one): one is Extract<typeof one, { corvat: K }> => one.corvat === kind);
  const routes = of('route');
  if (routes.length === 0) throw new Error('the bundle holds no route.');
  return routes.map((route) => forecastOf(route, of('robot'), of('field')));
}

function forecastOf(
  route: RouteFile,
  robots: readonly RobotFile[],
  fields: readonly FieldFile[],
): RouteForecast {
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
  const experiment = {
    plan: revision.plan,
    field,
    estimated: setup,
    trueParameters: setup,
    knowledge: knowledgeOf(setup, sources),
  };
  const forecast = forecastRuns(experiment, SEED, RUNS);
  const { checkpoints, duration } = outcomesOf(experiment, forecast);
  const ranges = simulatedRanges(experiment, forecast);
  const unknowns = routeUnknowns(experiment);
  return {
    route: route.name,
    revision: revision.number,
    runs: RUNS,
    duration_s: [duration.quick, duration.middle, duration.slow],
    checkpoints: checkpoints.map((one) =>
      checkpointOf(one, ranges[one.checkpointId]!, unknowns.checkpoints[one.checkpointId]!),
    ),
  };
}

/** Numbers that are named; the others matter less. */
const NAMED = 5;

function checkpointOf(
  { name, chance, mean, spread }: CheckpointOutcome,
  range: ChanceRange,
  two: TwoLevels,
): RouteForecast['checkpoints'][number] {
  const { onTarget, notKnown } = two;
  return {
    name,
    chance: [range.low, chance, range.high],
    aimed: [onTarget.low, onTarget.expected, onTarget.high],
    not_known: {
      share: unknownShare(two),
      numbers: notKnown.slice(0, NAMED).map(({ of, share }) => ({ number: of, share })),
    },
    offset_mm: { right: -mean.left, far: mean.along },
    spread_mm: { right: spread.left, far: spread.along },
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
