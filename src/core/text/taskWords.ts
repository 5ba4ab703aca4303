import type { Task } from '../analysis/planning/tasks.ts';
import { benchOf } from '../benches/index.ts';
import { formatNumber } from '../mathematics/quantity.ts';
import { minutesWords } from './measureWords.ts';
import { causeName } from './numberWords.ts';

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
  const tally = `${route.hits} of ${route.runs} hit`;
  switch (task.kind) {
    case 'log runs':
      return {
        ...words,
        what: `Log ${runsWords(runs)} of ${name}`,
        why:
          route.runs === 0
            ? 'Nobody has driven it as it is now; with five runs there is something to say.'
            : `${runsWords(route.runs)} so far; with fewer than five nothing should be changed.`,
        action: 'Go to the table',
      };
    case 'find cause':
      return {
        ...words,
        what: `Find out what ${name} follows`,
        why: `${tally}, and where it ends is not chance alone. Until the cause is gone, an aim would miss.`,
        action: 'Look over time',
      };
    case 'contradiction':
      return {
        ...words,
        what: `Look at the zone of ${name}`,
        why: 'Where the runs ended and what was seen to score contradict each other.',
        action: 'Open the verdict',
      };
    case 'aim':
      return {
        ...words,
        what: change === null ? `Aim ${name}` : `${name}: ${change}`,
        why: `${tally}. The runs lie together beside the target; one number moves them onto it.`,
        action: 'Change it',
      };
    case 'tighten':
      return {
        ...words,
        what: `Make ${name} repeat itself better`,
        why: `${tally}. The runs lie too far apart for any number to help; the largest source comes first.`,
        action: 'See what spreads',
      };
    case 'more runs':
      return {
        ...words,
        what: `Drive ${name} ${runs} more ${runs === 1 ? 'time' : 'times'}`,
        why: `${tally}. That is too little to tell whether it is good enough.`,
        action: 'Go to the table',
      };
    case 'measure':
      return {
        ...words,
        what: `Measure: ${benchOf(task.bench!).name.toLowerCase()}`,
        why: `${task.about === null ? 'What it tells' : capital(causeName(task.about))} is not known well enough, most of all for ${name}.`,
        action: 'Go to the bench',
      };
  }
}

function runsWords(runs: number): string {
  return `${runs} ${runs === 1 ? 'run' : 'runs'}`;
}

function gainWords({ gain, atMost, route }: Task): string {
  if (gain === 0) return 'to know';
  const most = atMost ? 'up to ' : '';
  if (route.points === 0) return `${most}+${formatNumber(100 * gain, 0)} % hits`;
  const points = formatNumber(gain, gain < 3 ? 1 : 0);
  return `${most}+${points} ${points === '1' ? 'point' : 'points'}`;
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
