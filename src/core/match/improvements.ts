import type { Task } from '../analysis/planning/tasks.ts';
import { bestChoices } from './bestChoices.ts';
import type { MatchGoal } from './match.ts';
import { plannedMatch, type MatchSources } from './plannedMatch.ts';
import { beginningOf, matchPolicy } from './policy.ts';
import { withChance, type RouteProspect } from './routeProspect.ts';

/** Something that would make a match better. */
export interface Improvement {
  /** A task with a route, or hand-overs that are quicker. */
  what: { kind: 'task'; task: Task } | { kind: 'hand-over'; changes: boolean; seconds: number };
  /** Minutes of practice that it takes. */
  minutes: number;
  /** By how much the goal’s value would rise. */
  gain: number;
  /** Whether that is the most that it can bring. */
  atMost: boolean;
}

/** Hand-overs that are rehearsed get quicker by about this share; so long does it take, min. */
const QUICKER = 0.25;
const REHEARSING_MINUTES = 10;
/** Less than this is nothing, as a share of all that a match may bring. */
const WORTH_IT = 0.003;

/** The value of the goal when everything is decided in the best way. */
export function valueOf(sources: MatchSources): number {
  const match = plannedMatch(sources);
  const goal: MatchGoal = sources.plan.goal;
  return goal === 'mean'
    ? bestChoices(match, null)(beginningOf(match)).value
    : matchPolicy(match, goal).value;
}

/**
 * What would make a match better, most first, by planning it again with each.
 *
 * @param now the value as it is
 * @param tasks what could be done with the routes
 * @param full what the goal’s value is when everything goes well
 */
export function improvementsOf(
  sources: MatchSources,
  now: number,
  tasks: readonly Task[],
  full: number,
): Improvement[] {
  const found = [
    ...tasks.flatMap((task) => {
      const chance = chanceAfter(task);
      if (chance === null) return [];
      const { routeId } = task.route;
      const gain = valueOf(withProspect(sources, routeId, raisedTo(chance))) - now;
      return [
        {
          what: { kind: 'task' as const, task },
          minutes: task.minutes,
          gain,
          atMost: task.atMost,
        },
      ];
    }),
    ...[false, true].flatMap((changes): Improvement[] => {
      const typed = changes ? sources.plan.otherAttachment : sources.plan.sameAttachment;
      const gain = valueOf(withQuickerHandovers(sources, changes)) - now;
      const seconds = (1 - QUICKER) * typed.mean;
      return [
        {
          what: { kind: 'hand-over', changes, seconds },
          minutes: REHEARSING_MINUTES,
          gain,
          atMost: false,
        },
      ];
    }),
  ];
  return found.filter(({ gain }) => gain > WORTH_IT * full).toSorted((a, b) => b.gain - a.gain);
}

/** The match after an improvement: what is at most comes half of the way on average. */
export function improved(sources: MatchSources, { what, atMost }: Improvement): MatchSources {
  if (what.kind === 'hand-over') return withQuickerHandovers(sources, what.changes);
  const { route } = what.task;
  const after = chanceAfter(what.task);
  if (after === null) return sources;
  const now = route.aimed?.expected ?? route.now?.expected ?? after;
  const chance = atMost ? (now + after) / 2 : after;
  return withProspect(sources, route.routeId, raisedTo(chance));
}

/** The chance to hit that a task should lead to; null when it only lets know. */
function chanceAfter({ kind, route }: Task): number | null {
  switch (kind) {
    case 'aim':
      return route.aimed?.expected ?? null;
    case 'tighten':
    case 'find cause':
      return route.goal;
    case 'log runs':
    case 'more runs':
    case 'contradiction':
    case 'measure':
      return null;
  }
}

/** The same with another prospect of one route. */
export function withProspect(
  sources: MatchSources,
  routeId: string,
  change: (prospect: RouteProspect) => RouteProspect,
): MatchSources {
  const prospects = new Map(sources.prospects);
  const before = prospects.get(routeId);
  if (before !== undefined) prospects.set(routeId, change(before));
  return { ...sources, prospects };
}

/** A prospect whose last model is reached with a chance. */
export function raisedTo(chance: number): (prospect: RouteProspect) => RouteProspect {
  return (prospect) => {
    const last = prospect.outcomes[0]?.gained.at(-1);
    return last === undefined
      ? prospect
      : { ...prospect, outcomes: withChance(prospect.outcomes, last.modelId, chance) };
  };
}

function withQuickerHandovers(sources: MatchSources, changes: boolean): MatchSources {
  return {
    ...sources,
    handover: (from, to) => {
      const { time } = sources.handover(from, to);
      if ((from.attachment !== to.attachment) !== changes) return { time };
      return { time: { mean: (1 - QUICKER) * time.mean, sd: (1 - QUICKER) * time.sd } };
    },
  };
}
