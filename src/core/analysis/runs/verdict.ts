import { scores, type Offset, type Zone } from '../../field/field.ts';
import { hitChance } from './hitChance.ts';
import { factorEffects, type FactorEffect } from './stability.ts';
import { offsetPValue, summarise, type OffsetSummary } from './summary.ts';
import { wilsonInterval, type ChanceInterval } from '../../mathematics/wilson.ts';

/** A run as the verdict sees it. */
export interface MeasuredRun {
  offset: Offset;
  /** What the people at the table saw; null when they did not say, then the zone decides. */
  hit: boolean | null;
  /** Battery at the start, V, and time since the gyro was zeroed, s; null when nobody noted it. */
  battery?: number | null;
  sinceZero?: number | null;
}

type VerdictKind = 'too early' | 'leave it' | 'unstable' | 'aim' | 'tighten';

/** Why the verdict is what it is. */
type VerdictReason =
  | 'few runs'
  | 'goal met'
  /** The offset follows something, so its mean says little about the next run. */
  | 'follows'
  /** Moving the middle would reach the goal, but the offset may be nothing but chance. */
  | 'offset may be chance'
  | 'offset'
  | 'spread';

export interface Verdict {
  kind: VerdictKind;
  reason: VerdictReason;
  runs: number;
  hits: number;
  /** Where the true chance lies, from the raw count. */
  interval: ChanceInterval;
  /** Null with fewer than two runs. */
  summary: OffsetSummary | null;
  /** Chance to hit as it is, and with the middle moved onto the target. */
  chanceNow: number | null;
  chanceAimed: number | null;
  /** Chance of an offset this large when the true offset is zero. */
  offsetP: number;
  /** What the offset may follow, most likely first; empty with few runs. */
  effects: FactorEffect[];
}

/**
 * With fewer runs nothing is changed: correcting after single runs makes the spread larger.
 * Source: W. E. Deming, Out of the Crisis, 1986, chapter 11 (the funnel).
 */
export const FEWEST_RUNS = 5;
/** Below this p-value an offset counts as real. */
const OFFSET_IS_REAL = 0.05;
/** Below this corrected p-value an offset follows something. */
export const FOLLOWS_IS_REAL = 0.015;

/**
 * What to change now. Leave it when the goal is met; find the cause first when the offset follows
 * something; aim when moving the middle meets the goal and the offset is more than chance; otherwise
 * tighten.
 *
 * @param goal wanted chance to hit, 0 to 1
 */
export function verdictOf(runs: readonly MeasuredRun[], zone: Zone, goal: number): Verdict {
  const hits = runs.filter((run) => run.hit ?? scores(zone, run.offset)).length;
  const summary = runs.length >= 2 ? summarise(runs.map((run) => run.offset)) : null;
  const evidence = {
    runs: runs.length,
    hits,
    interval: wilsonInterval(hits, runs.length),
    summary,
    chanceNow: summary && hitChance(zone, summary, summary.mean),
    chanceAimed: summary && hitChance(zone, summary, { along: 0, left: 0, turned: 0 }),
    offsetP: summary === null ? 1 : offsetPValue(summary),
    effects: factorEffects(
      runs.map(({ offset, battery = null, sinceZero = null }) => ({ offset, battery, sinceZero })),
    ),
  };
  return { ...evidence, ...judge(evidence, goal) };
}

function judge(
  evidence: Omit<Verdict, 'kind' | 'reason'>,
  goal: number,
): Pick<Verdict, 'kind' | 'reason'> {
  const { runs, chanceNow, chanceAimed, offsetP, effects } = evidence;
  if (runs < FEWEST_RUNS || chanceNow === null || chanceAimed === null) {
    return { kind: 'too early', reason: 'few runs' };
  }
  if (chanceNow >= goal) return { kind: 'leave it', reason: 'goal met' };
  if (effects.some(({ adjustedP }) => adjustedP < FOLLOWS_IS_REAL)) {
    return { kind: 'unstable', reason: 'follows' };
  }
  if (chanceAimed < goal) return { kind: 'tighten', reason: 'spread' };
  return offsetP < OFFSET_IS_REAL
    ? { kind: 'aim', reason: 'offset' }
    : { kind: 'leave it', reason: 'offset may be chance' };
}
