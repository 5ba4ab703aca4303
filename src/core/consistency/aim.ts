import { Matrix, solve } from 'ml-matrix';
import { offsetFrom, zoneReach, type Offset, type Zone } from '../field/field.ts';
import { compose, type Pose } from '../geometry/pose.ts';
import { wrapAngle, radians } from '../geometry/angle.ts';
import { aimableNumber, shiftedPlan, type Checkpoint, type Move } from '../route/moves.ts';
import type { Body } from '../robot/setup.ts';
import { nominalRun, type Experiment } from '../simulation/run.ts';
import { hitChance } from './hitChance.ts';
import type { OffsetSummary } from './summary.ts';

/** One number to change: mm for distances, rad for headings and angles. */
export interface NumberChange {
  moveId: string;
  from: number;
  change: number;
}

/** A way to move the middle of the runs onto the target. */
export interface AimOption {
  changes: NumberChange[];
  /** Mean offset to expect afterwards. */
  expected: Offset;
  /** Chance to hit to expect, with the spread as it is. */
  chance: number;
}

/** Largest change that an aim may make, and the grid on which a team can type it. */
const BOUNDS = {
  length: { most: 120, grid: 0.5, probe: 2 },
  angle: { most: radians(20), grid: radians(0.1), probe: radians(0.5) },
};
/** Pull towards small changes, in mm² per bound²: enough to settle ties, too little to bias an aim. */
const RIDGE = 0.5;
const ITERATIONS = 4;

/**
 * The options to aim with one number and with two, best first: a second number must earn its place
 * by raising the chance by three points, because one change is easier to understand and to undo.
 *
 * The effect of a number is taken from the noise-free simulation by finite differences, and refined
 * by repeating the simulation at the changed plan (Gauss-Newton).
 */
export function aimOptions(
  experiment: Experiment,
  checkpoint: Checkpoint,
  zone: Zone,
  summary: OffsetSummary,
): AimOption[] {
  const { moves } = experiment.plan;
  const last = moves.findIndex((move) => move.id === checkpoint.id);
  const candidates = moves.slice(0, last).filter((move) => aimableNumber(move) !== null);
  const at = (changes: ReadonlyMap<string, number>): Offset =>
    nominalOffset({ ...experiment, plan: shiftedPlan(experiment.plan, changes) }, checkpoint, zone);
  const start = at(new Map());
  const effects = new Map(candidates.map((move) => [move.id, effectOf(move, at)] as const));
  const weight = headingWeight(zone);
  const moving = candidates.filter((move) => length(effects.get(move.id)!, weight) > 1);
  const sets = [
    ...moving.map((move) => [move]),
    ...moving.flatMap((first, i) => moving.slice(i + 1).map((second) => [first, second])),
  ];
  return sets
    .map((set) => solveFor(set, summary, start, effects, weight, at))
    .map(({ changes, expected }) => ({
      changes,
      expected,
      chance: hitChance(zone, summary, expected),
    }))
    .filter((option) => option.changes.every((change) => change.change !== 0))
    .sort((a, b) => worth(b) - worth(a));
}

function worth(option: AimOption): number {
  // Among equals the one that leaves least offset comes first.
  const left = Math.hypot(option.expected.along, option.expected.left);
  return option.chance - 0.03 * (option.changes.length - 1) - 0.0005 * left;
}

/** Offset of the noise-free run at a checkpoint. */
export function nominalOffset(experiment: Experiment, checkpoint: Checkpoint, zone: Zone): Offset {
  const record = nominalRun(experiment).moves.find((m) => m.moveId === checkpoint.id);
  if (record === undefined) throw new RangeError('The plan does not have this checkpoint.');
  return offsetFrom(zone, toolPose(experiment.believed.body, record.end));
}

/** The tool point's pose of a robot at `pose`. */
export function toolPose(body: Body, pose: Pose): Pose {
  return compose(pose, { x: body.toolX, y: body.toolY, heading: 0 });
}

type OffsetAt = (changes: ReadonlyMap<string, number>) => Offset;

/** Change of the offset for a change by the number's bound. */
function effectOf(move: Move, at: OffsetAt): Offset {
  const { probe, most } = boundsOf(move);
  const there = at(new Map([[move.id, probe]]));
  const back = at(new Map([[move.id, -probe]]));
  const scale = most / (2 * probe);
  return {
    along: (there.along - back.along) * scale,
    left: (there.left - back.left) * scale,
    turned: wrapAngle(there.turned - back.turned) * scale,
  };
}

function solveFor(
  set: Move[],
  summary: OffsetSummary,
  start: Offset,
  effects: ReadonlyMap<string, Offset>,
  weight: number,
  at: OffsetAt,
): { changes: NumberChange[]; expected: Offset } {
  const jacobian = new Matrix(
    ['along', 'left', 'turned'].map((axis) =>
      set.map((move) => {
        const effect = effects.get(move.id)![axis as keyof Offset];
        return axis === 'turned' ? effect * weight : effect;
      }),
    ),
  );
  const normal = jacobian.transpose().mmul(jacobian);
  for (let i = 0; i < set.length; i++) normal.set(i, i, normal.get(i, i) + RIDGE);
  let shares = set.map(() => 0);
  let expected = summary.mean;
  for (let i = 0; i < ITERATIONS; i++) {
    const residual = [expected.along, expected.left, expected.turned * weight];
    const pull = jacobian.transpose().mmul(Matrix.columnVector(residual));
    shares.forEach((share, k) => pull.set(k, 0, pull.get(k, 0) + RIDGE * share));
    const step = solve(normal, pull);
    shares = shares.map((share, k) => Math.max(-1, Math.min(1, share - step.get(k, 0))));
    expected = moved(summary.mean, start, at(changesOf(set, shares)));
  }
  const changes = changesOf(set, shares);
  return {
    changes: set.map((move) => ({
      moveId: move.id,
      from: aimableNumber(move)!.value,
      change: changes.get(move.id)!,
    })),
    expected: moved(summary.mean, start, at(changes)),
  };
}

function changesOf(set: Move[], shares: number[]): Map<string, number> {
  return new Map(
    set.map((move, i) => {
      const { most, grid } = boundsOf(move);
      return [move.id, grid * Math.round((shares[i]! * most) / grid)];
    }),
  );
}

function moved(mean: Offset, start: Offset, now: Offset): Offset {
  return {
    along: mean.along + now.along - start.along,
    left: mean.left + now.left - start.left,
    turned: wrapAngle(mean.turned + now.turned - start.turned),
  };
}

function boundsOf(move: Move): { most: number; grid: number; probe: number } {
  return aimableNumber(move)!.name === 'distance' ? BOUNDS.length : BOUNDS.angle;
}

/** mm that one rad of heading is worth: a heading at its tolerance weighs like a place at the edge. */
function headingWeight(zone: Zone): number {
  return zone.headingTolerance === null ? 0 : zoneReach(zone) / zone.headingTolerance;
}

function length(effect: Offset, weight: number): number {
  return Math.hypot(effect.along, effect.left, effect.turned * weight);
}
