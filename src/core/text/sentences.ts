import { shownHeading } from '../robot/headings.ts';
import { formatNumber, formatQuantity } from '../mathematics/quantity.ts';
import { aimableNumber, type RoutePlan } from '../route/plan.ts';
import { definitionOf, type Move } from '../moves/index.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import type { Share } from '../analysis/budget/budget.ts';
import type { SpreadSource } from '../analysis/budget/stepModel.ts';
import type { Estimate } from '../mathematics/leastSquares.ts';
import type { AimOption, NumberChange } from '../analysis/aim/aim.ts';
import type { ComparedSets } from '../analysis/runs/comparison.ts';
import { degrees } from '../mathematics/angle.ts';
import type { ChanceRange } from '../analysis/runs/chanceRange.ts';
import type { Axis, Factor, FactorEffect } from '../analysis/runs/stability.ts';
import { FEWEST_RUNS, FOLLOWS_IS_REAL, type Verdict } from '../analysis/runs/verdict.ts';
import { inSentence } from '../language/inSentence.ts';
import { plural, say } from '../language/say.ts';

/** A verdict in words: one sentence as large as a headline, and one that gives the reason. */
export interface VerdictWords {
  headline: string;
  reason: string;
}

const SOURCE_WORDS: Record<SpreadSource, string> = {
  get start() {
    return say`the start by hand`;
  },
  get battery() {
    return say`the battery`;
  },
  get gyro() {
    return say`gyro drift and noise`;
  },
  get ground() {
    return say`wheel slip and ground`;
  },
  get range() {
    return say`the range sensors`;
  },
  get light() {
    return say`the light sensors`;
  },
  get contact() {
    return say`standing flat`;
  },
  get encoders() {
    return say`the motors’ steps`;
  },
  get loop() {
    return say`the loop period`;
  },
};

const FACTOR_WORDS: Record<Factor, string> = {
  get order() {
    return say`the order of the runs`;
  },
  get battery() {
    return say`the battery`;
  },
  get 'time since zero'() {
    return say`the time since the gyro was zeroed`;
  },
  get 'run before'() {
    return say`the run before`;
  },
  get session() {
    return say`the evening`;
  },
};

/** A verdict in a word or two. */
export function verdictName(kind: Verdict['kind']): string {
  return {
    'too early': say`too early`,
    'leave it': say`leave it`,
    aim: say`aim`,
    tighten: say`tighten`,
    unstable: say`unstable`,
    'cannot tell': say`cannot tell`,
  }[kind];
}

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
  if (factor === 'session')
    return say`Runs of one evening lie together, and those of another elsewhere.`;
  if (slope === null) return say`Neighbouring runs are more alike than chance makes them.`;
  const [scale, unit] = FACTOR_UNITS[factor];
  const change = slope.value * scale;
  const size = Math.abs(change);
  const [does, more, less] = AXIS_WORDS[axis];
  const shown =
    axis === 'turned' ? `${formatNumber(degrees(size), 1)}°` : formatQuantity(size, 'length', 1);
  return say`It ${does} ${shown} ${change > 0 ? more : less} ${unit}.`;
}

/** What an offset does along an axis, and its ways. */
const AXIS_WORDS: Record<Axis, readonly [does: string, more: string, less: string]> = {
  get along() {
    return [say`moves`, say`further`, say`shorter`] as const;
  },
  get left() {
    return [say`moves`, say`to the left`, say`to the right`] as const;
  },
  get turned() {
    return [say`turns`, say`to the left`, say`to the right`] as const;
  },
};

/** What a slope is stated for. A battery only sags. */
const FACTOR_UNITS: Record<Factor, readonly [number, string]> = {
  get order() {
    return [1, say`with every run`] as const;
  },
  get battery() {
    return [-0.1, say`for every 0.1 V less`] as const;
  },
  get 'time since zero'() {
    return [60, say`for every minute since the gyro was zeroed`] as const;
  },
  'run before': [1, ''],
  session: [1, ''],
};

/** A source as people call it. */
export function sourceWords(source: SpreadSource): string {
  return SOURCE_WORDS[source];
}

/**
 * The verdict in words. How sure it is stands in its first word.
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
  const { runs, measured, hits, now, aimed, summary, nextTen, contradiction, certainty } = verdict;
  const tally = say`${hits} of ${runs} hit`;
  const wanted = say`you want ${percent(goal)}`;
  const sure = certainty === 'surely' ? say`Surely` : say`Probably`;
  switch (verdict.reason) {
    case 'few runs': {
      const seen = runs === measured ? '' : say` measured`;
      return {
        headline:
          runs === 0
            ? say`No runs yet.`
            : say`Too early: ${plural(measured, '# run', '# runs')}${seen}.`,
        reason: say`${measured < runs ? say`${tally}. Measure` : say`Log`} ${FEWEST_RUNS - measured} more before anything is changed: correcting after single runs makes the spread larger.`,
      };
    }
    case 'goal met':
      return {
        headline: say`${sure} good enough: leave it.`,
        reason: say`${tally}. By where they lie, ${rangeWords(now)} will hit; ${wanted}.`,
      };
    case 'follows': {
      const effect = mostLikely(verdict);
      const next =
        nextTen === null
          ? ''
          : say` Going on like this, ${rangeWords(nextTen)} of the next ten hit.`;
      return {
        headline: say`${certainty === 'surely' ? say`Unstable` : say`Probably unstable`}: the offset follows ${FACTOR_WORDS[effect.factor]}.`,
        reason: say`${tally}. ${effectWords(effect)}${next} Find the cause first: until it is gone, an aim from these runs would miss.`,
      };
    }
    case 'contradiction':
      return {
        headline: say`Places and outcomes contradict each other.`,
        reason: say`Of ${contradiction!.judged} runs ${contradiction!.inside} were measured inside the zone, and ${contradiction!.hits} were seen to hit. Is the zone drawn as the model scores, is the tool point the part that scores, or does something else decide? Nothing is advised before that is known.`,
      };
    case 'offset':
      return {
        headline:
          best === null
            ? say`${sure} aim: the runs lie together beside the target.`
            : say`${sure} aim: ${best.changes.map((change) => changeWords(change, plan, setup)).join(say` and `)}.`,
        reason: say`${tally}. The runs lie ${formatQuantity(summary?.accuracy ?? 0, 'length', 0)} off the middle: ${rangeWords(now)} hit from there, and ${rangeWords(aimed)} once they are aimed; ${wanted}.`,
      };
    case 'spread': {
      const first = shares[0];
      return {
        headline:
          first === undefined
            ? say`${sure} tighten: the runs lie too far apart.`
            : say`${sure} tighten: ${percent(first.share)} of the spread comes from ${SOURCE_WORDS[first.of]}.`,
        reason: say`${tally}. Even aimed, only ${rangeWords(aimed)} would hit; ${wanted}.`,
      };
    }
    case 'open':
      return {
        headline:
          verdict.settledAfter === null
            ? say`Cannot tell: it lies very near your goal.`
            : say`Cannot tell yet: about ${verdict.settledAfter} more runs settle it.`,
        reason: say`${tally}. That fits ${rangeWords(now)} as it is and ${rangeWords(aimed)} after an aim; ${wanted}. Change nothing ${verdict.settledAfter === null ? say`on such evidence` : say`before`}.`,
      };
  }
}

/** Where a chance lies, in whole percent: “81 to 96 %”. */
export function rangeWords(range: ChanceRange | null): string {
  if (range === null) return '–';
  const [low, high] = [range.low, range.high].map((end) => formatNumber(100 * end, 0));
  return low === high ? say`about ${low!} %` : say`${low!} to ${high!} %`;
}

/** A change of a number in words: "approach at move 4, 83 → 109 mm". */
export function changeWords(change: NumberChange, plan: RoutePlan, setup: RobotParameters): string {
  const position = plan.moves.findIndex((move) => move.id === change.moveId);
  const move = plan.moves[position];
  if (move === undefined) return '';
  const [from, to] = [change.from, change.from + change.change].map((value) =>
    shownNumber(move, value, setup),
  );
  return say`${inSentence(definitionOf(move.kind).name)} at move ${position + 1}, ${from!} → ${to!}`;
}

/** The deciding number of a move as people type it. */
export function shownNumber(move: Move, value: number, setup: RobotParameters): string {
  if (aimableNumber(move)?.name === 'distance') return formatQuantity(value, 'length', 1);
  return `${formatNumber(shownHeading(value, setup), 1)}°`;
}

/** A chance in whole percent, "–" when it is not known. */
export function percent(chance: number | null): string {
  return chance === null ? '–' : `${formatNumber(100 * chance, 0)} %`;
}

/** How likely something is that is never quite sure: “over 99 %” and “under 1 %” at the ends. */
export function likelihood(chance: number): string {
  if (chance > 0.99) return say`over 99 %`;
  return chance < 0.01 ? say`under 1 %` : percent(chance);
}

/** A comparison in words. */
export function comparisonWords(
  comparison: ComparedSets,
  first: string,
  second: string,
): VerdictWords {
  const { verdict, chances, difference, spreadRatio, jointP, runsNeeded, counts } = comparison;
  const chance = say`By where they lie, ${rangeWords(chances[0])} of ${first} hit and ${rangeWords(chances[1])} of ${second}.`;
  if (verdict === 'cannot tell') {
    return {
      headline: say`No difference to be seen.`,
      reason: say`${counts[0]} and ${counts[1]} runs differ no more than chance makes them (${chanceOf(jointP)}). ${
        runsNeeded === null
          ? say`If there is a difference, it is too small to matter.`
          : say`If it is as large as it looks, ${runsNeeded} more ${plural(runsNeeded, 'run', 'runs')} of each would show it.`
      }`,
    };
  }
  const moves = [
    wayWords(difference.along, [say`further`, say`shorter`]),
    wayWords(difference.left, [say`further left`, say`further right`]),
  ].filter((words) => words !== null);
  const spread =
    spreadRatio.low > 1 || spreadRatio.high < 1
      ? [say`spread ${formatNumber(spreadRatio.value, 2)} times as wide`]
      : [];
  const parts = [...moves, ...spread];
  return {
    headline:
      verdict === 'different'
        ? say`Different, but ${second} hits as often.`
        : verdict === 'better'
          ? say`Better: ${second} hits more.`
          : say`Worse: ${second} hits less.`,
    reason: say`${parts.length === 0 ? '' : say`It lies ${parts.join(', ')}. `}${chance} Chance alone does this in ${chanceOf(jointP)}.`,
  };
}

/** A difference that is real in itself, in words; null for one whose interval holds zero. */
function wayWords({ value, low, high }: Estimate, [more, less]: [string, string]): string | null {
  if (low <= 0 && high >= 0) return null;
  return `${formatQuantity(Math.abs(value), 'length', 0)} ${value > 0 ? more : less}`;
}

function chanceOf(p: number): string {
  return p < 0.001 ? say`fewer than 1 case in 1000` : say`${percent(p)} of cases`;
}
