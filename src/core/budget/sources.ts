import type { Setup } from '../robot/setup.ts';
import { withSetupValues } from '../robot/setup.ts';
import { forecastRuns, momentAfterMove } from '../simulation/forecast.ts';
import type { Experiment } from '../simulation/run.ts';
import { spreadBand } from './spread.ts';

/** Where a part of the spread comes from. */
export type SpreadSource = 'start' | 'battery' | 'gyro' | 'ground' | 'range' | 'loop';

/** The spread terms of a setup that belong to each source; the loop's timing has none of its own. */
const TERMS: Record<Exclude<SpreadSource, 'loop'>, string[]> = {
  start: ['placement.alongSpread', 'placement.acrossSpread', 'placement.headingSpread'],
  battery: ['battery.voltageSpread'],
  gyro: ['gyro.biasSpread', 'gyro.biasWalk', 'gyro.noise'],
  ground: ['ground.slip', 'ground.slipHeading', 'ground.bumpRate'],
  range: ['range.noise', 'range.dropoutChance'],
};

/** A source's share of the spread after a move; the shares add up to 1. */
export interface SourceShare {
  source: SpreadSource;
  share: number;
}

/**
 * Shares of the squared spread radius after a move, by simulating with one source at a time on
 * common random numbers. The loop's timing cannot be switched off in a sampled program, so it is
 * the base that is taken off the others.
 *
 * @param move position of the move in the list
 */
export function spreadShares(
  experiment: Experiment,
  move: number,
  seed: number,
  runs: number,
): SourceShare[] {
  const squared = (truth: Setup) => {
    const forecast = forecastRuns({ ...experiment, truth }, seed, runs);
    return spreadBand(forecast, truth.body)[momentAfterMove(move)]!.radius ** 2;
  };
  const quiet = withSetupValues(experiment.truth, zeroed(Object.values(TERMS).flat()));
  const base = squared(quiet);
  const entries: [SpreadSource, number][] = Object.entries(TERMS).map(([source, terms]) => {
    const others = Object.values(TERMS)
      .flat()
      .filter((term) => !terms.includes(term));
    const alone = squared(withSetupValues(experiment.truth, zeroed(others)));
    return [source as SpreadSource, Math.max(0, alone - base)];
  });
  entries.push(['loop', base]);
  const total = entries.reduce((sum, [, value]) => sum + value, 0);
  return entries
    .map(([source, value]) => ({ source, share: total > 0 ? value / total : 0 }))
    .sort((a, b) => b.share - a.share);
}

function zeroed(paths: string[]): Record<string, number> {
  return Object.fromEntries(paths.map((path) => [path, 0]));
}
