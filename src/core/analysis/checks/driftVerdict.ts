import { formatFixed, formatQuantity } from '../../mathematics/quantity.ts';
import { spreadBand } from '../budget/spread.ts';
import { offsetFrom, zoneReach, type Field } from '../../field/field.ts';
import { toField } from '../../mathematics/pose.ts';
import { degrees, wrapAngle } from '../../mathematics/angle.ts';
import { withSetupValues, type RobotParameters } from '../../robot/parameters.ts';
import { SHARE_OF_ZONE } from './driftCheck.ts';
import { checkpointsOf } from '../../route/checkpoints.ts';
import { stepsOf, type RoutePlan } from '../../route/plan.ts';
import { definitionOf, type Move } from '../../moves/index.ts';
import { forecastRuns, momentAfterMove } from '../../simulation/forecast.ts';
import { nominalRun, type Experiment, type RunRecord } from '../../simulation/run.ts';
import type { Estimate } from '../../mathematics/leastSquares.ts';
import { say } from '../../language/say.ts';

/** Whether a drift leaves the route its hits. */
export type Fitness = 'fit' | 'not fit' | 'cannot tell';

/** What a drift does at one checkpoint. */
interface DriftCost {
  checkpoint: string;
  /** How far the tool point ends from where it would without drift, mm. */
  cost: number;
  /** The same for the drift's interval: the dearest and the cheapest drift within it, mm. */
  least: number;
  most: number;
  /** What the zone leaves for the drift, mm. */
  budget: number;
  /** Heading error on arrival, and what the zone leaves for it, rad; null when any heading scores. */
  turned: number;
  headingBudget: number | null;
  fitness: Fitness;
}

export interface DriftVerdict {
  fitness: Fitness;
  /** The checkpoint that suffers most for its budget; null when there is none. */
  worst: DriftCost | null;
  costs: DriftCost[];
  /** How long the route leans on the gyro, s. */
  gyroTime: number;
}

/** A drift may always take this share of a zone. */
const LEAST_OF_ZONE = 1 / 10;
/** Runs that show how much of a zone the other sources of spread take already. */
const SPREAD_RUNS = 150;
/** Without a route: a drift under this, rad/s, is what a gyro that is well shows (0.05 °/s). */
const GOOD_WITHOUT_ROUTE = 0.05 * (Math.PI / 180);

/**
 * What a drift costs on a route, from the noise-free run with and without it; and what each zone leaves
 * for it: its reach less the radius that 19 of 20 runs spread over without drift, but at least a tenth and
 * at most a third of the reach. See docs/mathematics.md, section on the gyro.
 *
 * @param bias drift with its interval, rad/s counter-clockwise
 */
export function driftVerdict(
  plan: RoutePlan,
  field: Field,
  setup: RobotParameters,
  bias: Estimate,
  seed: number,
): DriftVerdict {
  const drifting = (drift: number): Experiment => ({
    plan,
    field,
    estimated: setup,
    trueParameters: withSetupValues(setup, { 'gyro.bias': drift }),
  });
  const still = nominalRun(drifting(0));
  const runs = [bias.value, bias.low, bias.high].map((drift) => nominalRun(drifting(drift)));
  const quiet = withSetupValues(setup, { 'gyro.bias': 0 });
  const forecast = forecastRuns({ ...drifting(0), trueParameters: quiet }, seed, SPREAD_RUNS);
  const band = spreadBand(forecast, setup.body);
  const steps = stepsOf(plan.moves);
  const costs = checkpointsOf(plan).flatMap((checkpoint): DriftCost[] => {
    const zone = field.models.find(({ id }) => id === checkpoint.modelId)?.zone;
    const move = steps.findIndex((step) => step.move.id === checkpoint.id);
    if (zone === undefined || move < 0) return [];
    const at = (run: RunRecord) => {
      const { end } = run.moves[move]!;
      const tool = toField(end, { x: setup.body.toolX, y: setup.body.toolY });
      return offsetFrom(zone, { ...tool, heading: end.heading });
    };
    const without = at(still);
    const away = runs.map((run) => {
      const offset = at(run);
      return {
        distance: Math.hypot(offset.along - without.along, offset.left - without.left),
        turned: Math.abs(wrapAngle(offset.turned - without.turned)),
      };
    });
    const reach = zoneReach(zone);
    const spread = band[momentAfterMove(move)]!.radius;
    const budget = Math.min(SHARE_OF_ZONE, Math.max(LEAST_OF_ZONE, 1 - spread / reach)) * reach;
    const headingBudget =
      zone.headingTolerance === null ? null : zone.headingTolerance * SHARE_OF_ZONE;
    // An interval that holds zero has its cheapest drift inside, and not at an end.
    const least =
      bias.low <= 0 && bias.high >= 0 ? 0 : Math.min(away[1]!.distance, away[2]!.distance);
    const most = Math.max(away[1]!.distance, away[2]!.distance);
    const leastTurned =
      bias.low <= 0 && bias.high >= 0 ? 0 : Math.min(away[1]!.turned, away[2]!.turned);
    const mostTurned = Math.max(away[1]!.turned, away[2]!.turned);
    return [
      {
        checkpoint: checkpoint.name,
        cost: away[0]!.distance,
        least,
        most,
        budget,
        turned: away[0]!.turned,
        headingBudget,
        fitness: worstOf([
          fitnessOf(least, most, budget),
          headingBudget === null ? 'fit' : fitnessOf(leastTurned, mostTurned, headingBudget),
        ]),
      },
    ];
  });
  const worst = costs.reduce<DriftCost | null>(
    (a, b) => (a === null || b.cost / b.budget > a.cost / a.budget ? b : a),
    null,
  );
  return {
    fitness: worstOf(costs.map(({ fitness }) => fitness)),
    worst,
    costs,
    gyroTime: gyroTime(plan.moves, still),
  };
}

/** The verdict on a drift when no route is chosen. */
export function driftWithoutRoute({ low, high }: Estimate): Fitness {
  const most = Math.max(Math.abs(low), Math.abs(high));
  const least = low <= 0 && high >= 0 ? 0 : Math.min(Math.abs(low), Math.abs(high));
  return fitnessOf(least, most, GOOD_WITHOUT_ROUTE);
}

function fitnessOf(least: number, most: number, budget: number): Fitness {
  if (most <= budget) return 'fit';
  return least > budget ? 'not fit' : 'cannot tell';
}

function worstOf(all: readonly Fitness[]): Fitness {
  if (all.includes('not fit')) return 'not fit';
  return all.includes('cannot tell') ? 'cannot tell' : 'fit';
}

/** From the start to the end of the last move that leans on the gyro, s: heading errors add up all along. */
function gyroTime(moves: readonly Move[], run: RunRecord): number {
  const last = stepsOf(moves).findLastIndex(({ move }) =>
    definitionOf(move.kind).readsGyro?.(move),
  );
  return last < 0 ? 0 : run.moves[last]!.to;
}

/** The verdict as a headline. */
export function driftSentence(bias: Estimate, verdict: DriftVerdict | null): string {
  const rate = `${formatFixed(degrees(Math.abs(bias.value)), 2)}°/s`;
  if (verdict === null || verdict.worst === null) {
    switch (driftWithoutRoute(bias)) {
      case 'fit':
        return say`The gyro holds still: it drifts ${rate}.`;
      case 'not fit':
        return say`The gyro drifts ${rate}. That is more than one that is well.`;
      case 'cannot tell':
        return say`The gyro may drift ${rate}: hold still for longer to be sure.`;
    }
  }
  const { worst } = verdict;
  // What suffers more for its budget is what is said: the place or the heading.
  const byHeading =
    worst.headingBudget !== null && worst.turned / worst.headingBudget > worst.cost / worst.budget;
  const costs = byHeading
    ? say`${formatFixed(degrees(worst.turned), 1)}° of heading at the ${worst.checkpoint}, budget ${formatFixed(degrees(worst.headingBudget!), 1)}°`
    : say`${shownLength(worst.cost)} at the ${worst.checkpoint}, budget ${shownLength(worst.budget)}`;
  switch (verdict.fitness) {
    case 'fit':
      return say`Fit: this drift costs ${costs}.`;
    case 'not fit':
      return say`Not fit: this drift costs ${costs}.`;
    case 'cannot tell':
      return say`Hold still for longer: this drift costs about ${costs}.`;
  }
}

/** A small length with a decimal, a large one without. */
function shownLength(length: number): string {
  return formatQuantity(length, 'length', length < 10 ? 1 : 0);
}
