import { inverse, Matrix } from 'ml-matrix';
import { benchOf, type BenchKind } from '../../benches/index.ts';
import type { Offset, Zone } from '../../field/field.ts';
import { SURE, type Knowledge } from '../../robot/knowledge.ts';
import { checkpointsOf } from '../../route/checkpoints.ts';
import { stepsOf } from '../../route/plan.ts';
import { nominalRun, type Experiment } from '../../simulation/run.ts';
import { budgetOf, type StepModels } from '../budget/budget.ts';
import { hitChance } from '../runs/hitChance.ts';
import type { OffsetSpread } from '../runs/summary.ts';
import { BENCH_PLANS, type Telling } from './benchPlans.ts';
import { offsetEffects, unknownEffects } from './effects.ts';
import { SpreadLevels } from './levels.ts';
import { covarianceOf, sum } from './twoLevels.ts';
import { say } from '../../language/say.ts';

/** Something that would make the robot known better: a bench, or ten runs of the route and an aim. */
export interface Measurement {
  what: BenchKind | 'practice';
  /** What it is called. */
  name: string;
  minutes: number;
  /** Chance to hit once aimed, the mean over the checkpoints: now and after it, as expected. */
  before: number;
  after: number;
  /** Of the numbers that it tells the one that matters most here; null of practice. */
  about: string | null;
}

/** Runs of a practice. */
const PRACTICE_RUNS = 10;
/** How long a run takes beside its driving, min: fetched, put down, measured, logged. */
const BETWEEN_RUNS = 0.6;
/** Less than this is nothing, of a chance. */
const WORTH_MEASURING = 0.005;

/** How long a run takes with all that belongs to it, min. @param duration of its driving, s */
export function minutesOfRun(duration: number): number {
  return BETWEEN_RUNS + duration / 60;
}

/** What is not known at one checkpoint, and how its runs spread. */
interface Place {
  id: string;
  zone: Zone;
  perUnit: Offset[];
  spread: OffsetSpread;
}

/** A route as what is not known of the robot meets it. */
export interface MeasuredRoute {
  knowledge: Knowledge;
  places: Place[];
  /** s. */
  duration: number;
}

/** Works out what of a route depends on what is not known. */
export function measuredRoute(experiment: Experiment, models?: StepModels): MeasuredRoute {
  const known = experiment.knowledge ?? SURE;
  const { plan, field, estimated } = experiment;
  const budget = budgetOf(experiment, models);
  const effects = unknownEffects(experiment, known);
  const steps = stepsOf(plan.moves);
  const places = checkpointsOf(plan).flatMap(({ id, modelId }): Place[] => {
    const model = field.models.find((one) => one.id === modelId);
    const step = steps.findIndex(({ move }) => move.id === id);
    if (model === undefined) return [];
    const { zone } = model;
    return [
      {
        id,
        zone,
        perUnit: offsetEffects(effects, step, zone, estimated.body),
        spread: new SpreadLevels(experiment, budget, known, step, zone).expected(),
      },
    ];
  });
  return { knowledge: effects.knowledge, places, duration: nominalRun(experiment).duration };
}

/**
 * What to measure next on a route: every bench, and practice, by the chance to hit that it gains after the best aim for
 * each minute that it takes; best first. In a linear and normal world a telling H with the error R makes Σ into
 * Σ − ΣHᵀ(HΣHᵀ + R)⁻¹HΣ, whatever it tells. What the runs of this plan have shown already is known.
 *
 * @param runs measured runs of the plan as it stands, by checkpoint
 */
export function measureNext(
  experiment: Experiment,
  runs: Readonly<Record<string, number>> = {},
  models?: StepModels,
): Measurement[] {
  const route = measuredRoute(experiment, models);
  const driven = afterRuns(route, route.knowledge, runs);
  return rankedMeasurements(experiment, route, driven);
}

/** The same from any state of what is known. */
export function rankedMeasurements(
  { estimated }: Experiment,
  route: MeasuredRoute,
  known: Knowledge,
): Measurement[] {
  const before = chanceOf(route, known);
  const benches = BENCH_PLANS.map(({ kind, minutes, tells }): Measurement => {
    const tellings = tells(estimated);
    return {
      what: kind,
      name: benchOf(kind).name,
      minutes,
      before,
      after: chanceOf(route, afterTellings(known, tellings)),
      about: mainOf(route, known, tellings),
    };
  });
  const all = Object.fromEntries(route.places.map(({ id }) => [id, PRACTICE_RUNS]));
  const practice: Measurement = {
    what: 'practice',
    name: say`${PRACTICE_RUNS} runs and an aim`,
    minutes: PRACTICE_RUNS * minutesOfRun(route.duration),
    before,
    after: chanceOf(route, afterRuns(route, known, all)),
    about: null,
  };
  return [...benches, practice]
    .filter(({ after }) => after - before >= WORTH_MEASURING)
    .sort((a, b) => (b.after - b.before) / b.minutes - (a.after - a.before) / a.minutes);
}

/** Chance to hit once aimed by what is known, the mean over the checkpoints. */
function chanceOf({ places }: MeasuredRoute, known: Knowledge): number {
  const chances = places.map(({ zone, perUnit, spread }) =>
    hitChance(zone, sum(spread, covarianceOf(known, perUnit)), { along: 0, left: 0, turned: 0 }),
  );
  return chances.reduce((whole, chance) => whole + chance, 0) / Math.max(1, chances.length);
}

/** What is known after a bench. */
function afterTellings(known: Knowledge, tellings: readonly Telling[]): Knowledge {
  const rows = tellings.map(({ of }) => known.paths.map((path) => of[path] ?? 0));
  const noise = Matrix.diag(tellings.map(({ spread }) => spread ** 2));
  return updated(known, new Matrix(rows), noise);
}

/** What is known after runs of the route were measured: the mean of n runs, at each checkpoint. */
function afterRuns(
  { places }: MeasuredRoute,
  known: Knowledge,
  runs: Readonly<Record<string, number>>,
): Knowledge {
  return places.reduce((now, { id, perUnit, spread }) => {
    const n = runs[id] ?? 0;
    if (n === 0 || now.paths.length === 0) return now;
    const rows = (['along', 'left'] as const).map((axis) => perUnit.map((effect) => effect[axis]));
    const { along, left, cross } = spread.covariance;
    const ruler = 0.1;
    const noise = new Matrix([
      [along / n + ruler, cross / n],
      [cross / n, left / n + ruler],
    ]);
    return updated(now, new Matrix(rows), noise);
  }, known);
}

function updated(known: Knowledge, rows: Matrix, noise: Matrix): Knowledge {
  if (known.paths.length === 0) return known;
  const before = new Matrix(known.covariance.map((row) => [...row]));
  const common = before.mmul(rows.transpose());
  const gain = common.mmul(inverse(Matrix.add(rows.mmul(common), noise)));
  const after = Matrix.sub(before, gain.mmul(common.transpose()));
  return { paths: known.paths, covariance: after.to2DArray() };
}

/** Of the numbers that a bench tells, the one that moves this route's ends most. */
function mainOf(
  { places }: MeasuredRoute,
  { paths, covariance }: Knowledge,
  tellings: readonly Telling[],
): string | null {
  const told = new Set(tellings.flatMap(({ of }) => Object.keys(of)));
  const moves = paths.map((path, i) => ({
    path,
    far: told.has(path)
      ? Math.sqrt(Math.max(0, covariance[i]![i]!)) *
        Math.max(...places.map(({ perUnit }) => Math.hypot(perUnit[i]!.along, perUnit[i]!.left)))
      : 0,
  }));
  const first = moves.reduce<(typeof moves)[number] | null>(
    (best, one) => (best === null || one.far > best.far ? one : best),
    null,
  );
  return first === null || first.far === 0 ? null : first.path;
}
