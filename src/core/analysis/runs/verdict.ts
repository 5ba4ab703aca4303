import { scores, type Offset, type Zone } from '../../field/field.ts';
import { wilsonInterval, type ChanceInterval } from '../../mathematics/wilson.ts';
import { chancesOf, rangeOf, type ChanceRange } from './chanceRange.ts';
import { contradictionOf, type Contradiction } from './contradiction.ts';
import { middleIsReal, offsetPosterior, usualScale, type OffsetPosterior } from './posterior.ts';
import { resolutionOf } from './resolution.ts';
import { settledAfter } from './settledAfter.ts';
import { factorEffects, type FactorEffect } from './stability.ts';
import type { MeasuredRun, Ticks } from './measuredRun.ts';
import { offsetPValue, summarise, type OffsetSummary } from './summary.ts';
import { nextRunsChance } from './trend.ts';

export type VerdictKind = 'too early' | 'leave it' | 'unstable' | 'aim' | 'tighten' | 'cannot tell';

/** Why the verdict is what it is. */
type VerdictReason =
  | 'few runs'
  | 'goal met'
  /** The offset follows something, so its mean says little about the next run. */
  | 'follows'
  /** What was seen and what was measured do not go together. */
  | 'contradiction'
  | 'offset'
  | 'spread'
  /** The runs so far fit more than one of these. */
  | 'open';

/** How sure a verdict is that is given at all. */
type Certainty = 'surely' | 'probably';

export interface Verdict {
  kind: VerdictKind;
  reason: VerdictReason;
  certainty: Certainty;
  runs: number;
  /** Those of them whose place is known. */
  measured: number;
  hits: number;
  /** Where the true chance lies, from the raw count. */
  interval: ChanceInterval;
  /** Null with fewer than two runs. */
  summary: OffsetSummary | null;
  posterior: OffsetPosterior | null;
  /** Chance to hit as it is, and with the middle of the runs moved onto the target; null with fewer than two runs. */
  now: ChanceRange | null;
  aimed: ChanceRange | null;
  /** How likely it is that the goal is met as it is, and that it would be after an aim. */
  met: number;
  metAimed: number;
  /** Chance of an offset this large when the true offset is zero. */
  offsetP: number;
  /** What the offset may follow, most likely first; empty with few runs. */
  effects: FactorEffect[];
  /** Chance to hit of the next ten runs, when the offset follows their order; else null. */
  nextTen: ChanceRange | null;
  contradiction: Contradiction | null;
  /** About how many more runs will settle it; null when it is settled, or nobody drives as many. */
  settledAfter: number | null;
  /** The runs that are likely to be odd, by their place in the series. */
  odd: number[];
}

/**
 * With fewer runs nothing is changed: correcting after single runs makes the spread larger.
 * Source: W. E. Deming, Out of the Crisis, 1986, chapter 11 (the funnel).
 */
export const FEWEST_RUNS = 5;
/** Below this corrected p-value an offset follows something. */
export const FOLLOWS_IS_REAL = 0.012;
/** An offset that chance brings about as rarely as this is real, which an aim needs. */
const OFFSET_IS_REAL = 0.04;
/** How likely it must be that a change helps before it is advised; from the second on it is sure. */
const EVIDENCE = 0.95;
/** The same of an aim, whose offset must be real besides. */
const AIM_EVIDENCE = 0.9;
const SURELY = 0.99;
const SURELY_REAL = 0.003;
/** How likely it must be that the goal is met before no question of an aim is asked any more. */
const MET = 0.8;
/** A gain below this is none. */
const GAIN = 0.01;
/** A run is shown as odd from this chance on. */
const IS_ODD = 0.5;
const NOWHERE: Offset = { along: 0, left: 0, turned: 0 };

/**
 * What to change now, from what the runs tell of the chance to hit (see posterior.ts). First whether the runs are
 * of one process, then whether the goal is met: leave it, when the expected chance reaches it; aim, when the
 * offset is real and moving the middle surely helps; tighten, when even an aim surely falls short of it.
 * Whatever the runs do not show that clearly is “cannot tell”, with the number of runs that would.
 *
 * @param goal wanted chance to hit, 0 to 1
 * @param ticks runs that were seen and not measured
 */
export function verdictOf(
  runs: readonly MeasuredRun[],
  zone: Zone,
  goal: number,
  ticks: Ticks = { hits: 0, runs: 0 },
): Verdict {
  const hits = ticks.hits + runs.filter((run) => run.hit ?? scores(zone, run.offset)).length;
  const count = ticks.runs + runs.length;
  const heading = zone.headingTolerance !== null;
  const offsets = runs.map((run) => run.offset);
  const base = { runs: count, measured: runs.length, hits, interval: wilsonInterval(hits, count) };
  if (runs.length < 2) return { ...base, ...NOTHING_KNOWN };
  const summary = summarise(offsets);
  const posterior = offsetPosterior(
    runs.map(({ offset, session = null }) => ({ offset, session })),
    usualScale(zone),
    heading,
    resolutionOf(offsets),
  );
  const { middle } = posterior;
  const chances = chancesOf(posterior, zone, NOWHERE);
  const aim = { along: -middle.along, left: -middle.left, turned: -middle.turned };
  const chancesAimed = chancesOf(posterior, zone, aim);
  // A run that was only seen makes draws likelier in which as many hit.
  const weights = weightsBy(ticks, chances);
  const likely = (holds: (i: number) => boolean) => {
    const total = weights.reduce((sum, weight) => sum + weight, 0);
    return weights.reduce((sum, weight, i) => sum + (holds(i) ? weight : 0), 0) / total;
  };
  const effects = factorEffects(
    runs.map(({ offset, battery = null, sinceZero = null, session = null }) => ({
      offset: heading ? offset : { ...offset, turned: 0 },
      battery,
      sinceZero,
      session,
    })),
  );
  const evidence = {
    ...base,
    summary,
    posterior,
    now: rangeOf(chances, weights),
    aimed: rangeOf(chancesAimed, weights),
    met: likely((i) => chances[i]! >= goal),
    metAimed: likely((i) => chancesAimed[i]! >= goal),
    offsetP: offsetPValue(summary, heading),
    effects,
    nextTen: followsOrder(effects) ? nextRunsChance(offsets, zone, heading) : null,
    contradiction: contradictionOf(runs, zone, chances),
    odd: posterior.oddChance.flatMap((chance, i) => (chance > IS_ODD ? [i] : [])),
  };
  const judged = judge(evidence, goal, {
    byChance: offsetByChance(runs, evidence.offsetP, posterior, heading),
    helps: likely((i) => chancesAimed[i]! > chances[i]! + GAIN),
  });
  return {
    ...evidence,
    ...judged,
    settledAfter:
      judged.kind === 'cannot tell' && judged.reason === 'open'
        ? settledAfter(evidence.now, evidence.aimed, goal, count)
        : null,
  };
}

/** How likely each chance makes what was seen, over the likeliest: many runs would be too small a number as they are. */
function weightsBy({ hits, runs }: Ticks, chances: readonly number[]): number[] {
  const logs = chances.map((chance) => {
    const p = Math.min(1 - 1e-9, Math.max(1e-9, chance));
    return hits * Math.log(p) + (runs - hits) * Math.log(1 - p);
  });
  const most = logs.reduce((a, b) => Math.max(a, b), -Infinity);
  return logs.map((log) => Math.exp(log - most));
}

const NOTHING_KNOWN = {
  kind: 'too early',
  reason: 'few runs',
  certainty: 'surely',
  summary: null,
  posterior: null,
  now: null,
  aimed: null,
  met: 0,
  metAimed: 0,
  offsetP: 1,
  effects: [],
  nextTen: null,
  contradiction: null,
  settledAfter: null,
  odd: [],
} satisfies Partial<Verdict>;

type Judgement = Pick<Verdict, 'kind' | 'reason' | 'certainty'>;
type Evidence = Omit<Verdict, keyof Judgement | 'settledAfter'>;

/**
 * How often chance alone would bring the offset about. Hotelling's test sees best when the runs lie close together,
 * the posterior when some are odd; only the latter knows that evenings differ.
 */
function offsetByChance(
  runs: readonly MeasuredRun[],
  classical: number,
  posterior: OffsetPosterior,
  heading: boolean,
): number {
  const robust = middleIsReal(posterior, heading, runs.length);
  const sessions = new Set(runs.map(({ session = null }) => session));
  return sessions.size > 1 ? robust : Math.min(classical, robust);
}

/** What speaks for an aim: how often chance alone would bring the offset about, and how likely moving it helps. */
interface AimEvidence {
  byChance: number;
  helps: number;
}

function judge(evidence: Evidence, goal: number, aim: AimEvidence): Judgement {
  const { measured, now, met, metAimed, effects, nextTen, contradiction } = evidence;
  const found = (kind: VerdictKind, reason: VerdictReason, surely: boolean): Judgement => ({
    kind,
    reason,
    certainty: surely ? 'surely' : 'probably',
  });
  if (measured < FEWEST_RUNS || now === null) return found('too early', 'few runs', true);
  const follows = Math.min(1, ...effects.map(({ adjustedP }) => adjustedP));
  // What moves so slowly that the next ten runs will hit all the same is left alone.
  const staysGood = nextTen !== null && nextTen.low >= goal;
  if (follows < FOLLOWS_IS_REAL && !staysGood) {
    return found('unstable', 'follows', follows < SURELY_REAL);
  }
  if (contradiction !== null) return found('cannot tell', 'contradiction', false);
  if (met < MET && aim.byChance < OFFSET_IS_REAL && aim.helps >= AIM_EVIDENCE) {
    return found('aim', 'offset', aim.byChance < SURELY_REAL && aim.helps >= SURELY);
  }
  const spread = 1 - metAimed;
  if (spread >= EVIDENCE) return found('tighten', 'spread', spread >= SURELY);
  if (now.expected >= goal) return found('leave it', 'goal met', met >= EVIDENCE);
  return found('cannot tell', 'open', false);
}

function followsOrder(effects: readonly FactorEffect[]): boolean {
  return effects.some(
    ({ factor, adjustedP }) =>
      (factor === 'order' || factor === 'run before') && adjustedP < FOLLOWS_IS_REAL,
  );
}
