import { toField, type Pose } from '../../mathematics/pose.ts';
import type { Body } from '../../robot/parameters.ts';
import { SAMPLES_PER_MOVE } from '../../simulation/settings.ts';
import { poseAt, type RunRecord } from '../../simulation/run.ts';
import { propagateCovariance, toolSpread, type Budget, type ToolSpread } from './budget.ts';
import { ERROR_SIZE, type ErrorVector } from './stepModel.ts';
import type { SpreadAt } from './spread.ts';

/** The spread of the tool point at a moment, from the error budget. */
export interface BudgetAt extends SpreadAt {
  tool: ToolSpread;
}

/**
 * The band behind the strip from the error budget: the same moments as a forecast has. Within a step
 * the covariance goes straight from its value at the beginning to that at the end, except where a
 * sensor ends the step: there the error is carried along until the end, and falls there, as it does
 * on the table.
 */
export function budgetBand(budget: Budget, nominal: RunRecord, body: Body): BudgetAt[] {
  const before = initialCovariance(budget);
  return nominal.moves.flatMap((move, step) => {
    const from = step === 0 ? before : budget.covariances[step - 1]!;
    const to = budget.covariances[step]!;
    const sudden = budget.steps[step]!.sensesField;
    const start = step === 0 ? budget.start : budget.steps[step - 1]!.end.pose;
    return Array.from({ length: SAMPLES_PER_MOVE }, (_, sample): BudgetAt => {
      const last = sample === SAMPLES_PER_MOVE - 1;
      const share = (sample + 1) / SAMPLES_PER_MOVE;
      const time = move.from + ((move.to - move.from) * (sample + 1)) / SAMPLES_PER_MOVE;
      const pose = last ? move.end : poseAt(nominal, time);
      const covariance =
        sudden && !last
          ? carried(from, start, pose)
          : from.map((value, i) => value + share * (to[i]! - value));
      return spreadAt(toolSpread(covariance, pose, body), pose, body, time, step);
    });
  });
}

/** The error at the beginning of a step as it is farther on, when a heading error carries the robot aside. */
function carried(covariance: Float64Array, start: Pose, pose: Pose): Float64Array {
  const turned: ErrorVector = [-(pose.y - start.y), pose.x - start.x, 1, 0, 0, 0];
  return propagateCovariance(
    covariance,
    UNIT.map((column, i) => (i === 2 ? turned : column)),
  );
}

/** Every error as it is. */
const UNIT = Array.from(
  { length: ERROR_SIZE },
  (_, i) =>
    Array.from({ length: ERROR_SIZE }, (_, j) => (i === j ? 1 : 0)) as unknown as ErrorVector,
);

function initialCovariance({ initial }: Budget): Float64Array {
  const covariance = new Float64Array(ERROR_SIZE * ERROR_SIZE);
  for (const { effect } of initial) {
    effect.forEach((a, i) => effect.forEach((b, j) => (covariance[i * ERROR_SIZE + j]! += a * b)));
  }
  return covariance;
}

/** The spread of the tool point of a robot at a pose, as the band shows it. */
export function spreadAt(
  tool: ToolSpread,
  pose: Pose,
  body: Body,
  time: number,
  move: number,
): BudgetAt {
  return {
    time,
    move,
    middle: toField(pose, { x: body.toolX, y: body.toolY }),
    radius: radiusOf(tool),
    heading: Math.sqrt(Math.max(0, tool.heading)),
    tool,
  };
}

/** Half axes of the standard ellipse of a place, mm, the longer first, and the direction of that one, rad. */
export function ellipseOf({ xx, xy, yy }: ToolSpread): {
  long: number;
  short: number;
  direction: number;
} {
  const middle = (xx + yy) / 2;
  const half = Math.hypot((xx - yy) / 2, xy);
  return {
    long: Math.sqrt(Math.max(0, middle + half)),
    short: Math.sqrt(Math.max(0, middle - half)),
    direction: Math.atan2(2 * xy, xx - yy) / 2,
  };
}

/**
 * Radius of the circle that holds 95 % of a centred normal place, over its longer standard deviation,
 * by the ratio of the shorter to the longer in tenths. From scipy 1.10 by quadrature; see
 * tests/reference/circle95.py.
 */
const CIRCLE_95 = [
  1.96, 1.9625, 1.9704, 1.9842, 2.0051, 2.0359, 2.0813, 2.146, 2.2303, 2.3318, 2.4477,
];

/** Radius about the mean that holds 19 of 20 runs, mm. */
function radiusOf(tool: ToolSpread): number {
  const { long, short } = ellipseOf(tool);
  if (long === 0) return 0;
  const tenths = (10 * short) / long;
  const below = Math.min(9, Math.floor(tenths));
  const from = CIRCLE_95[below]!;
  return long * (from + (tenths - below) * (CIRCLE_95[below + 1]! - from));
}
