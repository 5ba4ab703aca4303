import { formatCount, formatNumber } from '../mathematics/quantity.ts';
import type { Task } from '../analysis/planning/tasks.ts';
import type { MatchGoal } from '../match/match.ts';
import type { Improvement } from '../match/improvements.ts';
import { MATCHES, type MatchSummary } from '../match/matchSummary.ts';
import type { PracticeJob } from '../match/practicePlan.ts';
import { plural, say } from '../language/say.ts';
import { percent, type VerdictWords } from './sentences.ts';
import { minutesWords } from './measureWords.ts';
import { taskWords } from './taskWords.ts';

/** A difference of less is none, points. */
const NOTICED = 0.5;

/**
 * A match in a headline and the reason in one sentence.
 *
 * @param usual entries in the order in which the team runs them now
 * @param nameOf an entry, as people call it
 */
export function matchWords(
  summary: MatchSummary,
  usual: readonly string[],
  goal: MatchGoal,
  nameOf: (entryId: string) => string,
): VerdictWords {
  const { comparison, low, high, expected } = summary;
  const { best, difference } = comparison;
  const better = formatNumber(difference, difference < 3 ? 1 : 0);
  const gains = difference > NOTICED && comparison.low > 0;
  const swap = firstSwap(summary.order, usual);
  const spread = say`9 of 10 matches bring ${formatNumber(low, 0)} to ${formatNumber(high, 0)}`;
  const simulated = gains
    ? say`In ${formatCount(MATCHES)} simulated matches the best choices bring ${formatNumber(best, 0)} points (${spread}), your order ${formatNumber(comparison.usual, 0)}: ${formatNumber(difference, 1)} ± ${formatNumber(comparison.high - difference, 1)} more.`
    : say`In ${formatCount(MATCHES)} simulated matches your order brings as much as the best choices: ${formatNumber(best, 0)} points (${spread}).`;
  const reason = `${goalWords(summary, goal)} ${simulated}`.trim();
  if (!gains)
    return {
      headline: say`Run it as you do: ${formatNumber(expected, 0)} points on average.`,
      reason,
    };
  if (swap === null)
    return {
      headline: say`Your order is right; when to stop brings ${better} points more.`,
      reason,
    };
  return {
    headline: say`Run “${nameOf(swap.first)}” before “${nameOf(swap.then)}”: ${better} points more, on average.`,
    reason,
  };
}

/** What the goal comes to; nothing where it is the mean, which all the rest is about. */
function goalWords({ value }: MatchSummary, goal: MatchGoal): string {
  if (goal === 'mean') return '';
  if (goal === 'worst tenth')
    return say`The worst tenth of the matches brings ${formatNumber(value, 0)} on average.`;
  return say`At least ${formatNumber(goal.atLeast, 0)} points: ${percent(value)} of the matches.`;
}

/** The first place at which another route is run than usual; null when there is none. */
function firstSwap(
  order: readonly string[],
  usual: readonly string[],
): { first: string; then: string } | null {
  const place = order.findIndex((id, i) => id !== usual[i]);
  const [first, then] = [order[place], usual[place]];
  return first === undefined || then === undefined ? null : { first, then };
}

/** Something that would make a match better. */
export interface ImprovementWords {
  what: string;
  cost: string;
  gain: string;
}

export function improvementWords(
  { what, minutes, gain, atMost }: Improvement,
  goal: MatchGoal,
): ImprovementWords {
  const most = atMost ? say`up to ` : '';
  const figure =
    typeof goal === 'object'
      ? say`${most}+${formatNumber(100 * gain, 0)} %`
      : say`${most}+${formatNumber(gain, gain < 3 ? 1 : 0)}`;
  const cost = minutesWords({ minutes });
  if (what.kind === 'task') return { what: taskWords(what.task).what, cost, gain: figure };
  const seconds = formatNumber(what.seconds, 0);
  return {
    what: what.changes
      ? say`Change the attachment in ${seconds} s`
      : say`Hand over in ${seconds} s`,
    cost: say`${cost} of rehearsing`,
    gain: figure,
  };
}

/** Something to do in an evening, in words. */
export interface JobWords {
  what: string;
  /** What to do with whom, in a sentence. */
  how: string;
  gain: string;
}

export function jobWords(job: PracticeJob, goal: MatchGoal): JobWords {
  if (job.kind === 'rehearse')
    return {
      what: say`Rehearse the match ${plural(job.times, 'once', '# times')}`,
      how: say`The whole match by the clock, then look at where the time went.`,
      gain: '',
    };
  const task = job.kind === 'know' ? job.task : taskOfImprovement(job.improvement);
  const words = job.kind === 'know' ? null : improvementWords(job.improvement, goal);
  const gain =
    job.kind === 'know'
      ? say`to know`
      : typeof goal === 'object'
        ? say`+${formatNumber(100 * job.gain, 0)} %`
        : say`+${formatNumber(job.gain, job.gain < 3 ? 1 : 0)}`;
  if (task === null)
    return {
      what: words!.what,
      how: say`One starts the clock, two hand over, one says what was in the way.`,
      gain,
    };
  const { what, why } = taskWords(task);
  return {
    what,
    how: say`${why} Then stop at ten runs and look at the verdict.`,
    gain,
  };
}

/** Who does a job: “R drives, T, L at the log”. */
export function crewWords([driver, ...others]: readonly string[]): string {
  if (driver === undefined) return '';
  return others.length === 0 ? driver : say`${driver} drives, ${others.join(', ')} at the log`;
}

function taskOfImprovement({ what }: Improvement): Task | null {
  return what.kind === 'task' ? what.task : null;
}

/** From what a chance or a time of a route is known. */
export function knownFrom(runs: number): string {
  return runs === 0 ? say`forecast` : say`${plural(runs, '# run', '# runs')}`;
}
