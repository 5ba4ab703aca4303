import type { BenchKind } from '../../benches/index.ts';
import type { ChanceRange } from '../runs/chanceRange.ts';
import type { VerdictKind } from '../runs/verdict.ts';
import type { Measurement } from '../unknowns/measureNext.ts';

/** What is known of a route when one asks what to do next. */
export interface RouteEvidence {
  routeId: string;
  name: string;
  goal: number;
  /** Points of a run in which everything hits; 0 where nobody gave points. */
  points: number;
  verdict: VerdictKind | null;
  /** Runs of the revision that was driven last, and hits among them. */
  runs: number;
  hits: number;
  now: ChanceRange | null;
  aimed: ChanceRange | null;
  settledAfter: number | null;
  /** Whether what was measured and what was seen contradict each other. */
  contradicts: boolean;
  /** How long a run takes with fetching, putting down, measuring and logging, min. */
  minutesPerRun: number;
}

/** What there is to do: with a route, or at a bench for all routes that profit. */
type TaskKind =
  'log runs' | 'find cause' | 'contradiction' | 'aim' | 'tighten' | 'more runs' | 'measure';

/** Something worth the time, with what it costs and should bring. */
export interface Task {
  kind: TaskKind;
  /** The route that it is done on, or that profits most. */
  route: RouteEvidence;
  minutes: number;
  /** What it should bring a match, in points, or in hits of a run where nobody gave points. */
  gain: number;
  /** Whether that is the most that it can bring, because what will be found is not known. */
  atMost: boolean;
  /** Runs that it takes. */
  runs: number;
  bench: BenchKind | null;
  /** What a bench is about: the number that matters most. */
  about: string | null;
}

/** Runs after a change, and how long it takes to make one or to look for a cause, min. */
const RUNS_AFTER = 10;
const CHANGE_MINUTES = 2;
const CAUSE_MINUTES = 10;
const TIGHTEN_MINUTES = 15;
const CHECK_MINUTES = 5;
/** The fewest runs of a verdict. */
const FIRST_RUNS = 5;

/** What the evidence of one route asks for; null when nothing. */
export function taskOf(route: RouteEvidence): Task | null {
  const { now, aimed, goal, minutesPerRun } = route;
  const worth = (gain: number) => Math.max(0, gain) * (route.points > 0 ? route.points : 1);
  const task = (kind: TaskKind, runs: number, part: Partial<Task> = {}): Task => ({
    kind,
    route,
    runs,
    minutes: runs * minutesPerRun,
    gain: 0,
    atMost: false,
    bench: null,
    about: null,
    ...part,
  });
  switch (route.verdict) {
    case null:
      return task('log runs', FIRST_RUNS);
    case 'too early':
      return task('log runs', Math.max(1, FIRST_RUNS - route.runs));
    case 'unstable':
      return task('find cause', RUNS_AFTER, {
        minutes: CAUSE_MINUTES + RUNS_AFTER * minutesPerRun,
        gain: now === null ? 0 : worth(goal - now.expected),
        atMost: true,
      });
    case 'aim':
      return task('aim', RUNS_AFTER, {
        minutes: CHANGE_MINUTES + RUNS_AFTER * minutesPerRun,
        gain: now === null || aimed === null ? 0 : worth(aimed.expected - now.expected),
      });
    case 'tighten':
      return task('tighten', RUNS_AFTER, {
        minutes: TIGHTEN_MINUTES + RUNS_AFTER * minutesPerRun,
        gain: aimed === null ? 0 : worth(goal - aimed.expected),
        atMost: true,
      });
    case 'cannot tell':
      if (route.contradicts) return task('contradiction', 0, { minutes: CHECK_MINUTES });
      return task('more runs', route.settledAfter ?? RUNS_AFTER);
    case 'leave it':
      return null;
  }
}

/** A bench helps every route whose numbers it tells: its gains together, and its time once. */
export function measuringTasks(
  routes: readonly { route: RouteEvidence; measurements: readonly Measurement[] }[],
): Task[] {
  const found = new Map<BenchKind, Task & { most: number }>();
  for (const { route, measurements } of routes) {
    for (const { what, minutes, before, after, about } of measurements) {
      if (what === 'practice') continue;
      const gain = (after - before) * (route.points > 0 ? route.points : 1);
      const old = found.get(what);
      const first = old === undefined || gain > old.most;
      found.set(what, {
        kind: 'measure',
        minutes,
        gain: gain + (old?.gain ?? 0),
        atMost: false,
        runs: 0,
        bench: what,
        most: Math.max(gain, old?.most ?? 0),
        route: first ? route : old.route,
        about: first ? about : old.about,
      });
    }
  }
  return [...found.values()].map(({ most: _, ...task }) => task);
}

/** Less than this is nothing, in points or hits a match. */
const WORTH_IT = { points: 0.3, hits: 0.01 };

/**
 * What is worth the time: by gain for each minute, what only lets know after that; what brings next to nothing is left
 * out.
 */
export function rankedTasks(tasks: readonly Task[]): Task[] {
  const worth = ({ gain, route }: Task) =>
    gain >= (route.points > 0 ? WORTH_IT.points : WORTH_IT.hits);
  const telling = ({ kind, gain }: Task) => gain === 0 && kind !== 'measure';
  const rate = ({ gain, minutes }: Task) => gain / Math.max(1, minutes);
  return [
    ...tasks.filter(worth).sort((a, b) => rate(b) - rate(a)),
    ...tasks.filter((task) => !worth(task) && telling(task)).sort((a, b) => a.minutes - b.minutes),
  ];
}
