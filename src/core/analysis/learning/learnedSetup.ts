import type { RobotParameters } from '../../robot/parameters.ts';
import { deviated } from '../../robot/knowledge.ts';
import { withSources, type Source, type Sources } from '../../robot/sources.ts';
import type { Learned, LearnedCause } from './learn.ts';

/** Correlations smaller than this are not written down. */
const WORTH_SAYING = 0.02;

/** The causes that are numbers of the robot and that the runs show: what a setup can take over. */
export function learnedNumbers({ causes }: Learned): LearnedCause[] {
  return causes.filter(({ cause, seen }) => seen && !cause.startsWith('start.'));
}

/** A setup and its sources with what the runs taught: every number that they show, and how well it is known now. */
export function learnedSetup(
  learned: Learned,
  setup: RobotParameters,
  sources: Sources,
): { setup: RobotParameters; sources: Sources } {
  const numbers = learnedNumbers(learned);
  const at = new Map(learned.causes.map(({ cause }, i) => [cause, i]));
  const changed = Object.fromEntries(
    numbers.map(({ cause, spread }): [string, Source] => {
      const row = learned.covariance[at.get(cause)!]!;
      const correlations = Object.fromEntries(
        numbers.flatMap((other): [string, number][] => {
          const value = row[at.get(other.cause)!]! / (spread * other.spread);
          return other.cause === cause || Math.abs(value) < WORTH_SAYING
            ? []
            : [[other.cause, Math.max(-1, Math.min(1, value))]];
        }),
      );
      return [cause, { kind: 'runs', runs: learned.runs, spread, correlations }];
    }),
  );
  return {
    setup: deviated(
      setup,
      Object.fromEntries(numbers.map(({ cause, deviation }) => [cause, deviation])),
    ),
    sources: withSources(sources, changed),
  };
}
