import { tFactor } from '../mathematics/sample.ts';
import type { MatchEntry, MatchPlan, TypedTime } from './matchPlan.ts';

/** A hand-over as it was timed in a rehearsal. */
export interface TimedHandover {
  from: string;
  to: string;
  seconds: number;
}

/** How long a hand-over takes. */
export interface HandoverEstimate {
  /** The next one. */
  time: TypedTime;
  /** Where the time lies that half of them are within, with 95 %. */
  low: number;
  high: number;
  middle: number;
  /** How often this pair was timed. */
  timed: number;
}

/** Pairs of one kind differ by about this much, in the logarithm of the time. */
const BETWEEN_PAIRS = 0.5;
/** What was typed of the spread counts as so many times that were taken. */
const TYPED_COUNTS = 8;
/** Nothing that hands do takes less, s. */
const LEAST = 0.5;

/**
 * Learns hand-over times by pair of routes: lognormal, each pair drawn to what was typed for its kind by as much as pairs
 * differ, with a spread that all pairs tell together (normal with pooled variance; A. Gelman et al., Bayesian Data
 * Analysis, 3rd ed., 5.4).
 *
 * @param timed hand-overs by the identifiers of entries; those of others are left out
 */
export function learnedHandovers(
  plan: MatchPlan,
  timed: readonly TimedHandover[],
): (from: MatchEntry, to: MatchEntry) => HandoverEstimate {
  const byPair = new Map<string, number[]>();
  for (const { from, to, seconds } of timed) {
    const key = `${from}>${to}`;
    byPair.set(key, [...(byPair.get(key) ?? []), Math.log(Math.max(LEAST, seconds))]);
  }
  const estimates = new Map<string, HandoverEstimate>();
  return (from, to) => {
    const typed = from.attachment === to.attachment ? plan.sameAttachment : plan.otherAttachment;
    const logs = byPair.get(`${from.id}>${to.id}`) ?? [];
    // Pairs of which nothing is known by themselves share one estimate.
    const key = logs.length === 0 ? `${typed.mean} ${typed.sd}` : `${from.id}>${to.id}`;
    const known = estimates.get(key) ?? estimateOf(typed, logs, [...byPair.values()]);
    estimates.set(key, known);
    return known;
  };
}

function estimateOf(
  typed: TypedTime,
  logs: readonly number[],
  all: readonly (readonly number[])[],
): HandoverEstimate {
  if (logs.length === 0) {
    const { mean: middle } = typed;
    const spread = Math.sqrt(BETWEEN_PAIRS ** 2 + logVariance(typed));
    return {
      time: typed,
      middle,
      low: middle * Math.exp(-1.96 * spread),
      high: middle * Math.exp(1.96 * spread),
      timed: 0,
    };
  }
  const freedom = all.reduce((sum, one) => sum + one.length - 1, 0) + TYPED_COUNTS;
  const squares = all.reduce((sum, one) => sum + squaresOf(one), 0);
  const variance = (squares + TYPED_COUNTS * logVariance(typed)) / freedom;
  const prior = Math.log(Math.max(LEAST, typed.mean)) - logVariance(typed) / 2;
  const priorCounts = variance / BETWEEN_PAIRS ** 2;
  const counts = logs.length + priorCounts;
  const middle = (logs.reduce((sum, log) => sum + log, 0) + priorCounts * prior) / counts;
  const half = tFactor(freedom) * Math.sqrt(variance / counts);
  return {
    time: lognormal(middle, variance * (1 + 1 / counts)),
    middle: Math.exp(middle),
    low: Math.exp(middle - half),
    high: Math.exp(middle + half),
    timed: logs.length,
  };
}

/** Variance of the logarithm of a time. */
function logVariance({ mean, sd }: TypedTime): number {
  return mean === 0 ? 0 : Math.log(1 + (sd / mean) ** 2);
}

function squaresOf(logs: readonly number[]): number {
  const middle = logs.reduce((sum, log) => sum + log, 0) / logs.length;
  return logs.reduce((sum, log) => sum + (log - middle) ** 2, 0);
}

/** Mean and standard deviation of a time by those of its logarithm. */
function lognormal(middle: number, variance: number): TypedTime {
  const mean = Math.exp(middle + variance / 2);
  return { mean, sd: mean * Math.sqrt(Math.exp(variance) - 1) };
}
