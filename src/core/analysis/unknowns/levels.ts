import exp from '@stdlib/math-base-special-exp';
import type { Offset } from '../../field/field.ts';
import type { Knowledge } from '../../robot/knowledge.ts';
import { unsureOf } from '../../robot/parameters.ts';
import type { Experiment } from '../../simulation/run.ts';
import { contributions, type Budget } from '../budget/budget.ts';
import { NOISE_PATHS } from '../budget/noisePaths.ts';
import type { SpreadSource } from '../budget/stepModel.ts';

/** How wide the runs of a robot spread whose noises are not as loud as its setup says. */
export class SpreadLevels {
  /** Variance of the place by its source, mm². */
  readonly variances = new Map<SpreadSource, number>();
  private readonly whole: number;
  /** Where the level of each source stands among the known numbers; the first of its numbers speaks for it. */
  private readonly levels: Map<SpreadSource, number>;

  constructor(experiment: Experiment, budget: Budget, { paths }: Knowledge, step: number) {
    for (const { source, x, y } of contributions(budget, step, experiment)) {
      this.variances.set(source, (this.variances.get(source) ?? 0) + x * x + y * y);
    }
    this.whole = [...this.variances.values()].reduce((all, one) => all + one, 0);
    const entries = Object.entries(NOISE_PATHS) as [SpreadSource, readonly string[]][];
    this.levels = new Map(
      entries.flatMap(([source, own]): [SpreadSource, number][] => {
        const at = paths.findIndex((path) => own.includes(path) && unsureOf(path)!.share);
        return at < 0 ? [] : [[source, at]];
      }),
    );
  }

  /** How many times as large the variance of the place is of a robot with these deviations. */
  factor(deviations: ArrayLike<number>): number {
    if (this.whole === 0) return 1;
    let after = 0;
    for (const [source, variance] of this.variances) {
      const level = this.levels.get(source);
      after += variance * (level === undefined ? 1 : exp(2 * deviations[level]!));
    }
    return after / this.whole;
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
