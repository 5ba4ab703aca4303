import exp from '@stdlib/math-base-special-exp';
import type { Offset, Zone } from '../../field/field.ts';
import type { Knowledge } from '../../robot/knowledge.ts';
import { unsureOf } from '../../robot/parameters.ts';
import type { Experiment } from '../../simulation/run.ts';
import { contributions, type Budget } from '../budget/budget.ts';
import { spreadAtZone } from '../budget/chance.ts';
import { NOISE_PATHS } from '../budget/noisePaths.ts';
import type { SpreadSource } from '../budget/stepModel.ts';
import type { OffsetSpread } from '../runs/summary.ts';

/** What a source adds to the spread of the place, and how well its level is known. */
interface Level {
  source: SpreadSource;
  along: number;
  left: number;
  cross: number;
  /** Where its level stands among the known numbers; null of what has none. The first number speaks for the source. */
  at: number | null;
  /** Variance of the logarithm of the level. */
  unknown: number;
}

/** How runs spread about their middle at a zone, of a robot whose noises need not be as loud as its setup says. */
export class SpreadLevels {
  /** Variance of the place by its source, mm². */
  readonly variances: ReadonlyMap<SpreadSource, number>;
  private readonly levels: Level[];
  private readonly asSetUp: OffsetSpread;

  constructor(
    experiment: Experiment,
    budget: Budget,
    { paths, covariance }: Knowledge,
    step: number,
    zone: Zone,
  ) {
    this.asSetUp = spreadAtZone(budget, step, zone, experiment.estimated.body);
    const c = Math.cos(zone.target.heading);
    const s = Math.sin(zone.target.heading);
    const found = new Map<SpreadSource, Level>();
    for (const { source, x, y } of contributions(budget, step, experiment)) {
      const [along, left] = [c * x + s * y, c * y - s * x];
      const at = paths.findIndex(
        (path) => NOISE_PATHS[source].includes(path) && unsureOf(path)!.share,
      );
      const level = found.get(source) ?? {
        source,
        along: 0,
        left: 0,
        cross: 0,
        at: at < 0 ? null : at,
        unknown: at < 0 ? 0 : covariance[at]![at]!,
      };
      found.set(source, level);
      level.along += along * along;
      level.left += left * left;
      level.cross += along * left;
    }
    this.levels = [...found.values()];
    this.variances = new Map(this.levels.map(({ source, along, left }) => [source, along + left]));
  }

  /** The spread of a robot with these deviations. */
  of(deviations: ArrayLike<number>): OffsetSpread {
    return this.spread(({ at }) => (at === null ? 1 : exp(2 * deviations[at]!)));
  }

  /** The spread over all robots that may be: the mean of theirs, larger than the middle one. */
  expected(): OffsetSpread {
    return this.spread(({ unknown }) => exp(2 * unknown));
  }

  private spread(factorOf: (level: Level) => number): OffsetSpread {
    const { covariance, turnedSpread, turnedWithAlong, turnedWithLeft } = this.asSetUp;
    let [along, left, cross] = [0, 0, 0];
    for (const level of this.levels) {
      const factor = factorOf(level);
      along += factor * level.along;
      left += factor * level.left;
      cross += factor * level.cross;
    }
    const before = covariance.along + covariance.left;
    const factor = before > 0 ? (along + left) / before : 1;
    return {
      covariance: { along, left, cross },
      turnedSpread: Math.sqrt(factor) * turnedSpread,
      turnedWithAlong: factor * turnedWithAlong,
      turnedWithLeft: factor * turnedWithLeft,
    };
  }
}

/**
 * How far the middle of the runs moves with deviations of a robot's numbers.
 *
 * @param known in whose order the deviations stand
 * @param moving the numbers that move a middle, in whose order the effects stand
 */
export function middleOf(
  known: Knowledge,
  moving: Knowledge,
  perUnit: readonly Offset[],
  deviations: ArrayLike<number>,
): Offset {
  const middle = { along: 0, left: 0, turned: 0 };
  let at = 0;
  known.paths.forEach((path, i) => {
    if (moving.paths[at] !== path) return;
    const effect = perUnit[at++]!;
    middle.along += deviations[i]! * effect.along;
    middle.left += deviations[i]! * effect.left;
    middle.turned += deviations[i]! * effect.turned;
  });
  return middle;
}
