import { formatNumber, formatQuantity } from '../mathematics/quantity.ts';
import { aimableNumber, type RoutePlan } from '../route/plan.ts';
import { type Move } from '../moves/index.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import type { Share } from '../analysis/budget/budget.ts';
import type { SpreadSource } from '../analysis/budget/stepModel.ts';
import type { Estimate } from '../mathematics/leastSquares.ts';
import type { AimOption, NumberChange } from '../analysis/aim/aim.ts';
import type { Comparison } from '../analysis/runs/comparison.ts';
import type { Factor, FactorEffect } from '../analysis/runs/stability.ts';
import { FEWEST_RUNS, FOLLOWS_IS_REAL, type Verdict } from '../analysis/runs/verdict.ts';

/** A verdict in words: one sentence as large as a headline, and one that gives the reason. */
export interface VerdictWords {
  headline: string;
  reason: string;
}

const SOURCE_WORDS: Record<SpreadSource, string> = {
  start: 'the start by hand',
  battery: 'the battery',
  gyro: 'gyro drift and noise',
  ground: 'wheel slip and ground',
  range: 'the range sensors',
  light: 'the light sensors',
  contact: 'standing flat',
  encoders: 'the motors’ steps',
  loop: 'the loop period',
};

const FACTOR_WORDS: Record<Factor, string> = {
  order: 'the order of the runs',
  battery: 'the battery',
  'time since zero': 'the time since the gyro was zeroed',
  'run before': 'the run before',
};

/** A factor as people call it. */
export function factorWords(factor: Factor): string {
  return FACTOR_WORDS[factor];
}

/**
 * What the offset follows most likely. A battery that sags and a gyro that drifts do so with the
 * order too, and then the cause is worth more than the order.
 */
function mostLikely({ effects }: Pick<Verdict, 'effects'>): FactorEffect {
  const real = effects.filter(({ adjustedP }) => adjustedP < FOLLOWS_IS_REAL);
  const cause = real.find(({ factor }) => factor === 'battery' || factor === 'time since zero');
  const first = real[0] ?? effects[0]!;
  return cause !== undefined && cause.p < 30 * first.p ? cause : first;
}

/** How an offset follows a factor, in a sentence. */
export function effectWords({ factor, axis, slope }: FactorEffect): string {
  const way = axis === 'along' ? ['further', 'shorter'] : ['to the left', 'to the right'];
  if (slope === null) return 'Neighbouring runs are more alike than chance makes them.';
  const [scale, unit] = FACTOR_UNITS[factor];
  const change = slope.value * scale;
  return `It moves ${formatNumber(Math.abs(change), 1)} mm ${way[change > 0 ? 0 : 1]} ${unit}.`;
}

/** What a slope is stated for. A battery only sags. */
const FACTOR_UNITS: Record<Factor, readonly [number, string]> = {
  order: [1, 'with every run'],
  battery: [-0.1, 'for every 0.1 V less'],
  'time since zero': [60, 'for every minute since the gyro was zeroed'],
  'run before': [1, ''],
};

/** A source as people call it. */
export function sourceWords(source: SpreadSource): string {
  return SOURCE_WORDS[source];
}

/**
 * The verdict in words.
 *
 * @param best the best option to aim, when it has been worked out
 * @param shares where the forecast's spread comes from, largest first, when worked out
 */
export function verdictWords(
  verdict: Verdict,
  goal: number,
  plan: RoutePlan,
  setup: RobotParameters,
  best: AimOption | null,
  shares: readonly Share<SpreadSource>[],
): VerdictWords {
  const { runs, hits, chanceNow, chanceAimed, summary } = verdict;
  const tally = `${hits} of ${runs} hit`;
  const wanted = percent(goal);
  switch (verdict.reason) {
    case 'few runs':
      return {
        headline:
          runs === 0 ? 'No runs yet.' : `Too early: ${runs} ${runs === 1 ? 'run' : 'runs'}.`,
        reason: `Log ${FEWEST_RUNS - runs} more before anything is changed: correcting after single runs makes the spread larger.`,
      };
    case 'goal met':
      return {
        headline: 'Leave it.',
        reason: `${tally}. The runs lie so that about ${percent(chanceNow)} will hit; you want ${wanted}.`,
      };
    case 'follows': {
      const effect = mostLikely(verdict);
      return {
        headline: `Unstable: the offset follows ${FACTOR_WORDS[effect.factor]}.`,
        reason: `${tally}. ${effectWords(effect)} Find the cause first: until it is gone, an aim from these runs would miss.`,
      };
    }
    case 'offset may be chance':
      return {
        headline: 'Leave it, and log more.',
        reason: `${tally}. The offset of ${formatNumber(summary?.accuracy ?? 0, 0)} mm may be nothing but chance; more runs will tell.`,
      };
    case 'offset':
      return {
        headline:
          best === null
            ? 'Aim: the runs lie together beside the target.'
            : `Aim: ${best.changes.map((change) => changeWords(change, plan, setup)).join(' and ')}.`,
        reason: `${tally}. The runs lie together, but ${formatNumber(summary?.accuracy ?? 0, 0)} mm off the middle. Moving the middle should lift the chance from ${percent(chanceNow)} to about ${percent(best?.chance ?? chanceAimed)}.`,
      };
    case 'spread': {
      const first = shares[0];
      return {
        headline:
          first === undefined
            ? 'Tighten: the runs lie too far apart.'
            : `Tighten: ${percent(first.share)} of the spread comes from ${SOURCE_WORDS[first.of]}.`,
        reason: `${tally}. Even a perfect aim would hit only about ${percent(chanceAimed)} of the time; you want ${wanted}.`,
      };
    }
  }
}

/** A change of a number in words: "approach at move 4, 83 → 109 mm". */
export function changeWords(change: NumberChange, plan: RoutePlan, setup: RobotParameters): string {
  const position = plan.moves.findIndex((move) => move.id === change.moveId);
  const move = plan.moves[position];
  if (move === undefined) return '';
  const [from, to] = [change.from, change.from + change.change].map((value) =>
    shownNumber(move, value, setup),
  );
  return `${move.kind} at move ${position + 1}, ${from} → ${to}`;
}

/** The deciding number of a move as people type it. */
export function shownNumber(move: Move, value: number, setup: RobotParameters): string {
  if (aimableNumber(move)?.name === 'distance') return formatQuantity(value, 'length', 1);
  return formatQuantity(setup.gyro.rightPositive ? -value : value, 'angle', 1);
}

/** A chance in whole percent, "–" when it is not known. */
export function percent(chance: number | null): string {
  return chance === null ? '–' : `${formatNumber(100 * chance, 0)} %`;
}

/** A comparison in words. */
export function comparisonWords(
  comparison: Comparison,
  first: string,
  second: string,
): VerdictWords {
  const { verdict, chances, difference, spreadRatio, jointP, runsNeeded, counts } = comparison;
  const chance = `By where they lie, ${percent(chances[0])} of ${first} hit and ${percent(chances[1])} of ${second}.`;
  if (verdict === 'cannot tell') {
    return {
      headline: 'No difference to be seen.',
      reason: `${counts[0]} and ${counts[1]} runs differ no more than chance makes them (${chanceOf(jointP)}). ${
        runsNeeded === null
          ? 'If there is a difference, it is too small to matter.'
          : `If it is as large as it looks, ${runsNeeded} more ${runsNeeded === 1 ? 'run' : 'runs'} of each would show it.`
      }`,
    };
  }
  const moves = [
    wayWords(difference.along, ['further', 'shorter']),
    wayWords(difference.left, ['further left', 'further right']),
  ].filter((words) => words !== null);
  const spread =
    spreadRatio.low > 1 || spreadRatio.high < 1
      ? [`spread ${formatNumber(spreadRatio.value, 2)} times as wide`]
      : [];
  const parts = [...moves, ...spread];
  return {
    headline:
      verdict === 'different'
        ? `Different, but ${second} hits as often.`
        : verdict === 'better'
          ? `Better: ${second} hits more.`
          : `Worse: ${second} hits less.`,
    reason: `${parts.length === 0 ? '' : `It lies ${parts.join(', ')}. `}${chance} Chance alone does this in ${chanceOf(jointP)}.`,
  };
}

/** A difference that is real in itself, in words; null for one whose interval holds zero. */
function wayWords({ value, low, high }: Estimate, [more, less]: [string, string]): string | null {
  if (low <= 0 && high >= 0) return null;
  return `${formatNumber(Math.abs(value), 0)} mm ${value > 0 ? more : less}`;
}

function chanceOf(p: number): string {
  return p < 0.001 ? 'fewer than 1 case in 1000' : `${percent(p)} of cases`;
}
