import type { Task } from '../analysis/planning/tasks.ts';
import { benchOf } from '../benches/index.ts';
import { formatNumber } from '../mathematics/quantity.ts';
import { minutesWords } from './measureWords.ts';
import { causeName } from './numberWords.ts';
import { asBeginning, inSentence } from '../language/inSentence.ts';
import { plural, say } from '../language/say.ts';

/** Something to do, in words. */
export interface TaskWords {
  /** “Aim Heron Hide” */
  what: string;
  /** Why, in one sentence. */
  why: string;
  /** What it costs: “10 runs, 9 minutes”. */
  cost: string;
  /** What it brings: “+14 points”, or “know it”. */
  gain: string;
  /** What the button says. */
  action: string;
}

/**
 * A task in words.
 *
 * @param change the aim in words, where it was worked out: “approach at move 4, 83 → 109 mm”
 */
export function taskWords(task: Task, change: string | null = null): TaskWords {
  const { route, runs } = task;
  const cost = [...(runs > 0 ? [runsWords(runs)] : []), minutesWords(task)].join(', ');
  const words = { cost, gain: gainWords(task) };
  const { name } = route;
  const tally = say`${route.hits} of ${route.runs} hit`;
  switch (task.kind) {
    case 'log runs':
      return {
        ...words,
        what: say`Log ${runsWords(runs)} of ${name}`,
        why:
          route.runs === 0
            ? say`Nobody has driven it as it is now; with five runs there is something to say.`
            : say`${runsWords(route.runs)} so far; with fewer than five nothing should be changed.`,
        action: say`Go to the table`,
      };
    case 'find cause':
      return {
        ...words,
        what: say`Find out what ${name} follows`,
        why: say`${tally}, and where it ends is not chance alone. Until the cause is gone, an aim would miss.`,
        action: say`Look over time`,
      };
    case 'contradiction':
      return {
        ...words,
        what: say`Look at the zone of ${name}`,
        why: say`Where the runs ended and what was seen to score contradict each other.`,
        action: say`Open the verdict`,
      };
    case 'aim':
      return {
        ...words,
        what: change === null ? say`Aim ${name}` : `${name}: ${change}`,
        why: say`${tally}. The runs lie together beside the target; one number moves them onto it.`,
        action: say`Change it`,
      };
    case 'tighten':
      return {
        ...words,
        what: say`Make ${name} repeat itself better`,
        why: say`${tally}. The runs lie too far apart for any number to help; the largest source comes first.`,
        action: say`See what spreads`,
      };
    case 'more runs':
      return {
        ...words,
        what: say`Drive ${name} ${plural(runs, '# more time', '# more times')}`,
        why: say`${tally}. That is too little to tell whether it is good enough.`,
        action: say`Go to the table`,
      };
    case 'measure':
      return {
        ...words,
        what: say`Measure: ${inSentence(benchOf(task.bench!).name)}`,
        why: say`${task.about === null ? say`What it tells` : asBeginning(causeName(task.about))} is not known well enough, most of all for ${name}.`,
        action: say`Go to the bench`,
      };
  }
}

function runsWords(runs: number): string {
  return say`${plural(runs, '# run', '# runs')}`;
}

function gainWords({ gain, atMost, route }: Task): string {
  if (gain === 0) return say`to know`;
  const most = atMost ? say`up to ` : '';
  if (route.points === 0) return say`${most}+${formatNumber(100 * gain, 0)} % hits`;
  const points = formatNumber(gain, gain < 3 ? 1 : 0);
  // By what is written, and not by what is: 1.02 points are “1 point”.
  return points === '1' ? say`${most}+1 point` : say`${most}+${points} points`;
}
