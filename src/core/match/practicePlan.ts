import type { Task } from '../analysis/planning/tasks.ts';
import { tasksFromRuns } from '../analysis/planning/today.ts';
import { improved, improvementsOf, valueOf, type Improvement } from './improvements.ts';
import { sourcesOf, type MatchQuestion } from './matchSummary.ts';
import type { MatchSources } from './plannedMatch.ts';

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
  people: string[];
  job: PracticeJob;
}

/** Something that brings points, something that lets know, or the whole match. */
export type PracticeJob =
  | { kind: 'improve'; improvement: Improvement; gain: number }
  | { kind: 'know'; task: Task }
  | { kind: 'rehearse' };

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

/**
 * An evening by what brings most for each minute. After each choice the match is planned again, so that two jobs that bring
 * the same points are not both chosen; each ends with a verdict, after which the evening is planned anew. What only lets
 * know comes behind it, and what is left is for rehearsals. At two tables nobody works on the same route.
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
    const open = improvementsOf(now, left, full).filter(
      ({ what }) => what.kind === 'task' || !handedOver.has(what.changes),
    );
    const best = bestForAMinute(open, free);
    if (best === null) break;
    const next = improved(now, best);
    const gain = valueOf(next) - valueOf(now);
    if (!place(best.minutes, { kind: 'improve', improvement: best, gain })) break;
    now = next;
    const { what } = best;
    // One change an evening and a route; what comes then is for its verdict to say.
    if (what.kind === 'hand-over') handedOver.add(what.changes);
    else left = left.filter(({ route }) => route.routeId !== what.task.route.routeId);
  }
  for (const task of left) {
    const knows =
      task.kind === 'log runs' || task.kind === 'more runs' || task.kind === 'contradiction';
    if (knows) place(task.minutes, { kind: 'know', task });
  }
  while (place(REHEARSAL, { kind: 'rehearse' }));
  return {
    tables: lanes.map((lane, table) => withPeople(lane, table, evening)),
    gain: valueOf(now) - before,
  };
}

/** Everybody works all the time, in as many groups as there are tables, which change places after each job. */
function withPeople(
  lane: readonly PracticeSlot[],
  table: number,
  { tables, people }: Evening,
): PracticeSlot[] {
  return lane.map((slot, number) => ({
    ...slot,
    people: people.filter((_, i) => (i + number) % tables === table),
  }));
}

/** An evening of all that a match plan follows from. */
export function eveningPlan(question: MatchQuestion, evening: Evening): PracticePlan {
  const sources = sourcesOf(question);
  const played = question.routes.filter(({ evidence }) => sources.prospects.has(evidence.routeId));
  const full = played.reduce((sum, { evidence }) => sum + evidence.points, 0);
  const tasks = tasksFromRuns(played.map(({ evidence }) => evidence));
  return practicePlan(sources, tasks, evening, typeof question.plan.goal === 'object' ? 1 : full);
}

/** Of what fits into the time that which brings most for each minute; null when nothing does. */
export function bestForAMinute(
  improvements: readonly Improvement[],
  minutes: number,
): Improvement | null {
  const rate = ({ gain, minutes: takes, atMost }: Improvement) =>
    ((atMost ? 0.5 : 1) * gain) / Math.max(1, takes);
  return improvements
    .filter(({ minutes: takes }) => takes <= minutes)
    .reduce<Improvement | null>(
      (best, one) => (best === null || rate(one) > rate(best) ? one : best),
      null,
    );
}
