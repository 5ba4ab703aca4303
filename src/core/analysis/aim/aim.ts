import { Matrix, solve } from 'ml-matrix';
import { offsetFrom, zoneReach, type Offset, type Zone } from '../../field/field.ts';
import { wrapAngle, radians } from '../../mathematics/angle.ts';
import type { Checkpoint } from '../../route/checkpoints.ts';
import { aimableNumber, shiftedPlan } from '../../route/plan.ts';
import { type Move } from '../../moves/index.ts';
import { toolPose } from '../../robot/toolPose.ts';
import { nominalRun, type Experiment } from '../../simulation/run.ts';
import { mean } from '../../mathematics/sample.ts';
import { chancesOf, rangeOf, type ChanceRange } from '../runs/chanceRange.ts';
import { hitChance } from '../runs/hitChance.ts';
import type { OffsetPosterior } from '../runs/posterior.ts';
import type { PredictedEffect } from '../runs/predictedEffect.ts';
import type { OffsetSummary } from '../runs/summary.ts';

/** One number to change: mm for distances, rad for headings and angles. */
export interface NumberChange {
  moveId: string;
  from: number;
  change: number;
}

/** A checkpoint whose runs are to be moved onto their target. */
export interface AimTarget {
  checkpoint: Checkpoint;
  zone: Zone;
  summary: OffsetSummary;
}

/** A target of which is known what its runs tell. */
export interface JudgedTarget extends AimTarget {
  posterior: OffsetPosterior;
  /** Chance to hit as it is. */
  now: ChanceRange;
}

/** What an aim may change. */
export interface AimLimits {
  /** How many numbers at the most. */
  numbers: 1 | 2 | 3;
  /** Largest change of a distance, mm, and of a heading or an angle, rad. */
  length: number;
  angle: number;
  /** Moves whose numbers stay as they are. */
  fixed: readonly string[];
}

export const USUAL_LIMITS: AimLimits = { numbers: 3, length: 120, angle: radians(20), fixed: [] };

/** A way to move the middle of the runs onto the targets. */
export interface AimOption {
  changes: NumberChange[];
  /** Mean offset and chance to hit to expect at each target, with the spread as it is. */
  expected: Offset[];
  chances: number[];
  /** The mean of the chances. */
  chance: number;
}

/** The grid on which a team can type a number, and the change by which its effect is found. */
const GRIDS = {
  length: { grid: 0.5, probe: 2 },
  angle: { grid: radians(0.1), probe: radians(0.5) },
};
/** Pull towards small changes, in mm² per bound²: enough to settle ties, too little to bias an aim. */
const RIDGE = 0.5;
const ITERATIONS = 4;
/** A further number must raise the chance by this to be worth changing. */
const WORTH_OF_NUMBER = 0.03;
/** Sets of numbers that are worked out by simulation after a first look at all of them. */
const REFINED = 10;

/** Offsets of the noise-free run at all targets after some changes. */
type OffsetsAt = (changes: ReadonlyMap<string, number>) => Offset[];

/**
 * The options to aim with one number, two and three, best first: a further number must earn its place
 * by raising the chance by three points, because one change is easier to understand and to undo.
 * Several checkpoints are aimed at together.
 *
 * The effect of a number is taken from the noise-free simulation by finite differences. The sets of
 * numbers that look best by these are worked out by repeating the simulation at the changed plan
 * (Gauss-Newton within bounds).
 */
export function aimOptions(
  experiment: Experiment,
  targets: readonly AimTarget[],
  limits: AimLimits = USUAL_LIMITS,
): AimOption[] {
  const { moves } = experiment.plan;
  const last = Math.max(
    ...targets.map(({ checkpoint }) => moves.findIndex((move) => move.id === checkpoint.id)),
  );
  const candidates = moves
    .slice(0, last)
    .filter((move) => aimableNumber(move) !== null && !limits.fixed.includes(move.id));
  const at: OffsetsAt = (changes) =>
    nominalOffsets({ ...experiment, plan: shiftedPlan(experiment.plan, changes) }, targets);
  const solver = new Solver(targets, limits, at);
  const moving = candidates.filter((move) => solver.measure(move) > 1);
  const looked = setsOf(moving, limits.numbers)
    .map((set) => ({ set, left: solver.look(set) }))
    .sort((a, b) => a.left - b.left);
  // The best of each size, so that a single number is never crowded out by pairs that look better.
  const chosen = [1, 2, 3].flatMap((size) =>
    looked.filter(({ set }) => set.length === size).slice(0, REFINED),
  );
  return chosen
    .map(({ set }) => solver.solve(set))
    .filter((option) => option.changes.every((change) => change.change !== 0))
    .sort((a, b) => worth(b) - worth(a));
}

/** What an option promises at each target, to be held against the runs that come. */
export function predictedEffectsOf(
  option: AimOption,
  targets: readonly JudgedTarget[],
): (PredictedEffect & Required<Pick<PredictedEffect, 'ranges'>>)[] {
  return targets.map(({ checkpoint, zone, summary, posterior, now }, i) => {
    const { covariance, turnedSpread, turnedWithAlong, turnedWithLeft, mean, count } = summary;
    const expected = option.expected[i]!;
    const shift = {
      along: expected.along - mean.along,
      left: expected.left - mean.left,
      turned: expected.turned - mean.turned,
    };
    return {
      checkpointId: checkpoint.id,
      runs: count,
      before: mean,
      expected,
      chanceBefore: hitChance(zone, summary, mean),
      chance: option.chances[i]!,
      ranges: { before: now, after: rangeOf(chancesOf(posterior, zone, shift)) },
      spread: { covariance, turnedSpread, turnedWithAlong, turnedWithLeft },
    };
  });
}

function setsOf(moves: readonly Move[], most: number): Move[][] {
  const sets: Move[][] = [];
  const extend = (set: Move[], from: number) => {
    for (let i = from; i < moves.length; i++) {
      const larger = [...set, moves[i]!];
      sets.push(larger);
      if (larger.length < most) extend(larger, i + 1);
    }
  };
  extend([], 0);
  return sets;
}

function worth(option: AimOption): number {
  // Among equals the one that leaves least offset comes first.
  const left = mean(option.expected.map(({ along, left: across }) => Math.hypot(along, across)));
  return option.chance - WORTH_OF_NUMBER * (option.changes.length - 1) - 0.0005 * left;
}

/** Offsets of the noise-free run at some checkpoints. */
function nominalOffsets(experiment: Experiment, targets: readonly AimTarget[]): Offset[] {
  const run = nominalRun(experiment);
  return targets.map(({ checkpoint, zone }) => {
    const record = run.moves.find((move) => move.moveId === checkpoint.id);
    if (record === undefined) throw new RangeError('The plan does not have this checkpoint.');
    return offsetFrom(zone, toolPose(experiment.estimated.body, record.end));
  });
}

/** Knows how each number moves the offsets, and solves for the numbers that take them to zero. */
class Solver {
  private readonly start: Offset[];
  private readonly weights: number[];
  private readonly effects = new Map<string, number[]>();

  constructor(
    private readonly targets: readonly AimTarget[],
    private readonly limits: AimLimits,
    private readonly at: OffsetsAt,
  ) {
    this.start = at(new Map());
    this.weights = targets.map(({ zone }) => headingWeight(zone));
  }

  /** Finds the effect of a move's number; gives the largest shift, mm, that its bound allows. */
  measure(move: Move): number {
    const { probe } = gridOf(move);
    const there = this.at(new Map([[move.id, probe]]));
    const back = this.at(new Map([[move.id, -probe]]));
    const scale = this.boundOf(move) / (2 * probe);
    const effect = this.vectorOf(
      there.map((offset, i) => ({
        along: (offset.along - back[i]!.along) * scale,
        left: (offset.left - back[i]!.left) * scale,
        turned: wrapAngle(offset.turned - back[i]!.turned) * scale,
      })),
    );
    this.effects.set(move.id, effect);
    return Math.hypot(...effect);
  }

  /** What a set leaves over if the effects were straight lines, with the price of its numbers, mm. */
  look(set: readonly Move[]): number {
    const means = this.vectorOf(this.targets.map(({ summary }) => summary.mean));
    const shares = this.clamped(
      this.stepFrom(
        set,
        means,
        set.map(() => 0),
      ),
    );
    const left = means.map(
      (value, row) =>
        value +
        set.reduce((sum, move, k) => sum + shares[k]! * this.effects.get(move.id)![row]!, 0),
    );
    return Math.hypot(...left);
  }

  solve(set: readonly Move[]): AimOption {
    let shares = set.map(() => 0);
    let expected = this.targets.map(({ summary }) => summary.mean);
    for (let i = 0; i < ITERATIONS; i++) {
      const step = this.stepFrom(set, this.vectorOf(expected), shares);
      shares = this.clamped(shares.map((share, k) => share + step[k]!));
      expected = this.moved(this.changesOf(set, shares));
    }
    const changes = this.changesOf(set, shares);
    expected = this.moved(changes);
    const chances = this.targets.map(({ zone, summary }, i) =>
      hitChance(zone, summary, expected[i]!),
    );
    return {
      changes: set.map((move) => ({
        moveId: move.id,
        from: aimableNumber(move)!.value,
        change: changes.get(move.id)!,
      })),
      expected,
      chances,
      chance: mean(chances),
    };
  }

  /** The step of the shares that takes `residual` nearest to zero, pulled towards no change at all. */
  private stepFrom(
    set: readonly Move[],
    residual: readonly number[],
    shares: readonly number[],
  ): number[] {
    const columns = set.map((move) => this.effects.get(move.id)!);
    const jacobian = new Matrix(columns).transpose();
    const normal = jacobian.transpose().mmul(jacobian);
    const pull = jacobian.transpose().mmul(Matrix.columnVector([...residual]));
    set.forEach((_, k) => {
      normal.set(k, k, normal.get(k, k) + RIDGE);
      pull.set(k, 0, pull.get(k, 0) + RIDGE * shares[k]!);
    });
    return solve(normal, pull)
      .getColumn(0)
      .map((value) => -value);
  }

  private clamped(shares: readonly number[]): number[] {
    return shares.map((share) => Math.max(-1, Math.min(1, share)));
  }

  private changesOf(set: readonly Move[], shares: readonly number[]): Map<string, number> {
    return new Map(
      set.map((move, k) => {
        const { grid } = gridOf(move);
        return [move.id, grid * Math.round((shares[k]! * this.boundOf(move)) / grid)];
      }),
    );
  }

  /** The means of the runs after some changes. */
  private moved(changes: ReadonlyMap<string, number>): Offset[] {
    const now = this.at(changes);
    return this.targets.map(({ summary }, i) => ({
      along: summary.mean.along + now[i]!.along - this.start[i]!.along,
      left: summary.mean.left + now[i]!.left - this.start[i]!.left,
      turned: wrapAngle(summary.mean.turned + now[i]!.turned - this.start[i]!.turned),
    }));
  }

  private vectorOf(offsets: readonly Offset[]): number[] {
    return offsets.flatMap(({ along, left, turned }, i) => [
      along,
      left,
      turned * this.weights[i]!,
    ]);
  }

  private boundOf(move: Move): number {
    return isLength(move) ? this.limits.length : this.limits.angle;
  }
}

function gridOf(move: Move): { grid: number; probe: number } {
  return isLength(move) ? GRIDS.length : GRIDS.angle;
}

function isLength(move: Move): boolean {
  return aimableNumber(move)!.name === 'distance';
}

/** mm that one rad of heading is worth: a heading at its tolerance weighs like a place at the edge. */
function headingWeight(zone: Zone): number {
  return zone.headingTolerance === null ? 0 : zoneReach(zone) / zone.headingTolerance;
}
