import { measuringTasks, rankedTasks, taskOf, type Task } from '../analysis/planning/tasks.ts';
import {
  improved,
  improvementsOf,
  raisedTo,
  valueOf,
  withProspect,
  type Improvement,
} from './improvements.ts';
import { sourcesOf, type MatchQuestion } from './matchSummary.ts';
import type { MatchSources } from './plannedMatch.ts';
import type { RouteReadiness } from './readiness.ts';

/** An evening: how long, at how many tables, and who is there. */
export interface Evening {
  minutes: number;
  tables: number;
  /** First names or initials. */
  people: readonly string[];
}

/** Something to do at a table. */
export interface PracticeSlot {
  /** Minutes after the beginning, and how many it takes. */
  from: number;
  minutes: number;
  /** Who does it, first who drives. */
  people: string[];
  job: PracticeJob;
}

/** Something that brings points, something that lets know, or the whole match. */
export type PracticeJob =
  | { kind: 'improve'; improvement: Improvement; gain: number }
  | { kind: 'know'; task: Task }
  | { kind: 'rehearse'; times: number };

/** What an evening may bring, table by table. */
export interface PracticePlan {
  tables: PracticeSlot[][];
  /** By how much the goal’s value should rise. */
  gain: number;
}

/** Less is no use, and so long does a rehearsal take with laying everything out, min. */
const REHEARSAL = 10;
/** Minutes of a table of which nothing is made. */
const BREATH = 2;
/** The share of what a route could still bring that comes true, on average, once its runs are logged. */
const KNOWING = 0.25;

/**
 * An evening by what should bring most for each minute. After each choice the match is planned again, so that two jobs that
 * bring the same points are not both chosen; each ends with a verdict, after which the evening is planned anew. What is left
 * is for rehearsals. At two tables nobody works on the same route.
 */
export function practicePlan(
  sources: MatchSources,
  tasks: readonly Task[],
  evening: Evening,
  full: number,
): PracticePlan {
  const lanes = Array.from({ length: evening.tables }, (): PracticeSlot[] => []);
  const usedOf = (lane: PracticeSlot[]) =>
    lane.reduce((end, { from, minutes }) => Math.max(end, from + minutes), 0);
  const place = (minutes: number, job: PracticeJob): boolean => {
    const lane = lanes.toSorted((a, b) => usedOf(a) - usedOf(b))[0]!;
    const from = usedOf(lane);
    if (from + minutes > evening.minutes + BREATH) return false;
    lane.push({ from, minutes, people: [], job });
    return true;
  };
  const before = valueOf(sources);
  let now = sources;
  let left = tasks;
  const handedOver = new Set<boolean>();
  for (;;) {
    const free = Math.max(...lanes.map((lane) => evening.minutes + BREATH - usedOf(lane)));
    const best = bestForAMinute(jobsOf(now, left, full, handedOver), free);
    if (best === null || !place(best.minutes, best.job)) break;
    now = best.after;
    // One change an evening and a route; what comes then is for its verdict to say.
    const { task, job } = best;
    if (task !== null) left = left.filter(({ route }) => route.routeId !== task.route.routeId);
    else if (job.kind === 'improve' && job.improvement.what.kind === 'hand-over')
      handedOver.add(job.improvement.what.changes);
  }
  for (const lane of lanes) {
    const times = Math.floor((evening.minutes + BREATH - usedOf(lane)) / REHEARSAL);
    if (times === 0) continue;
    const minutes = REHEARSAL * times;
    lane.push({ from: usedOf(lane), minutes, people: [], job: { kind: 'rehearse', times } });
  }
  return {
    tables: lanes.map((lane, table) => withPeople(lane, table, evening)),
    gain: valueOf(now) - before,
  };
}

/**
 * Everybody works all the time, in as many groups as there are tables, which change places after each job; the first of a
 * group drives, and next time another one.
 */
function withPeople(
  lane: readonly PracticeSlot[],
  table: number,
  { tables, people }: Evening,
): PracticeSlot[] {
  return lane.map((slot, number) => {
    const group = people.filter((_, i) => (i + number) % tables === table);
    const first = group.length === 0 ? 0 : Math.floor(number / tables) % group.length;
    return { ...slot, people: [...group.slice(first), ...group.slice(0, first)] };
  });
}

/** An evening of all that a match plan follows from, with what is not measured. */
export function eveningPlan(
  question: MatchQuestion,
  readiness: Readonly<Record<string, RouteReadiness>>,
  evening: Evening,
): PracticePlan {
  const sources = sourcesOf(question);
  const played = question.routes
    .map(({ evidence }) => evidence)
    .filter(({ routeId }) => sources.prospects.has(routeId));
  const full = played.reduce((sum, { points }) => sum + points, 0);
  const measuring = measuringTasks(
    played.map((route) => ({ route, measurements: readiness[route.routeId]?.benches ?? [] })),
  );
  const tasks = rankedTasks([...played.flatMap((route) => taskOf(route) ?? []), ...measuring]);
  return practicePlan(sources, tasks, evening, typeof question.plan.goal === 'object' ? 1 : full);
}

/** A job that could come next. */
interface OpenJob {
  job: Exclude<PracticeJob, { kind: 'rehearse' }>;
  /** What is done with a route; null for hand-overs. */
  task: Task | null;
  minutes: number;
  /** What it should bring the match on average, as far as one can say. */
  hope: number;
  /** What the match follows from once it is done. */
  after: MatchSources;
}

/**
 * All that could be done next. What will be found is not known when runs are logged: then what counts is what the match
 * would gain if the route reached its goal, by the share that comes true.
 */
export function jobsOf(
  sources: MatchSources,
  tasks: readonly Task[],
  full: number,
  handedOver: ReadonlySet<boolean> = new Set(),
): OpenJob[] {
  const now = valueOf(sources);
  const improving = improvementsOf(sources, now, tasks, full)
    .filter(({ what }) => what.kind === 'task' || !handedOver.has(what.changes))
    .map((improvement): OpenJob => {
      const after = improved(sources, improvement);
      const gain = valueOf(after) - now;
      const { what, minutes } = improvement;
      const task = what.kind === 'task' ? what.task : null;
      return { job: { kind: 'improve', improvement, gain }, task, minutes, hope: gain, after };
    });
  const knowing = tasks.flatMap((task): OpenJob[] => {
    const found = chanceOnceKnown(task);
    if (found === null) return [];
    const { route, minutes } = task;
    const reached = valueOf(withProspect(sources, route.routeId, raisedTo(found.chance)));
    const hope = found.share * Math.max(0, reached - now);
    return [{ job: { kind: 'know', task }, task, minutes, hope, after: sources }];
  });
  return [...improving, ...knowing];
}

/** To what the chance of a route may come once more is known of it, and the share of it that comes true. */
function chanceOnceKnown({ kind, route, gain }: Task): { chance: number; share: number } | null {
  switch (kind) {
    case 'log runs':
    case 'more runs':
    case 'contradiction':
      return { chance: route.goal, share: KNOWING };
    case 'measure': {
      // Its gain is that of the aim after it, over all routes together.
      const lifted = gain / (route.points > 0 ? route.points : 1);
      return { chance: Math.min(1, (route.now?.expected ?? route.goal / 2) + lifted), share: 1 };
    }
    case 'aim':
    case 'tighten':
    case 'find cause':
      return null;
  }
}

/** Of what fits into the time that which should bring most for each minute; null when nothing fits. */
export function bestForAMinute(jobs: readonly OpenJob[], minutes: number): OpenJob | null {
  const rate = ({ hope, minutes: takes }: OpenJob) => hope / Math.max(1, takes);
  return jobs
    .filter(({ minutes: takes }) => takes <= minutes)
    .reduce<OpenJob | null>(
      (best, one) => (best === null || rate(one) > rate(best) ? one : best),
      null,
    );
}
