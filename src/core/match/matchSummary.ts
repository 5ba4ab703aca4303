import { tasksFromRuns, type KnownRobot, type RouteToHelp } from '../analysis/planning/today.ts';
import { knowledgeOf } from '../robot/knowledge.ts';
import { cardOf, type CardLine } from './cutOffs.ts';
import { learnedHandovers, type HandoverEstimate, type TimedHandover } from './handovers.ts';
import {
  improvementsOf,
  raisedTo,
  valueOf,
  withProspect,
  type Improvement,
} from './improvements.ts';
import type { MatchPlan } from './matchPlan.ts';
import { plannedMatch, type MatchSources } from './plannedMatch.ts';
import { matchPolicy } from './policy.ts';
import { routeProspect, type RouteProspect, type RunOfMatch } from './routeProspect.ts';
import { inOrder, simulatedMatches } from './simulatedMatches.ts';

/** A route as Today knows it, with runs that were timed. */
export interface RouteToPlay extends RouteToHelp {
  runs: readonly RunOfMatch[];
}

/** A robot with the routes that it plays. */
export interface PlayedBy {
  robot: KnownRobot;
  routes: readonly RouteToPlay[];
}

/** All that a match plan is worked out from. */
export interface MatchQuestion {
  plan: MatchPlan;
  routes: readonly RouteToPlay[];
  /** By route, as {@link prospectsOf} has them. */
  prospects: Readonly<Record<string, RouteProspect>>;
  /** Hand-overs that rehearsals timed. */
  timed: readonly TimedHandover[];
}

/** Two orders of the same match beside each other. */
export interface OrderComparison {
  /** Mean points of each, and of the difference with its 95 % interval. */
  best: number;
  usual: number;
  difference: number;
  low: number;
  high: number;
}

/** What a sheet says of a match. */
export interface MatchSummary {
  /** What is to be expected of the goal, and where that lies as far as chances are known. */
  value: number;
  valueLow: number;
  valueHigh: number;
  /** Identifiers of entries, as they are likeliest run. */
  order: string[];
  card: CardLine[];
  points: [points: number, chance: number][];
  /** Points on average, and those of 9 of 10 matches. */
  expected: number;
  low: number;
  high: number;
  full: number;
  comparison: OrderComparison;
  improvements: Improvement[];
  /** By pair of entries, “from>to”. */
  handovers: Record<string, HandoverEstimate>;
}

/** Simulated matches of a comparison. */
export const MATCHES = 20_000;
const SEED = 1729;

/** Works a match out; null when no entry has a route that can be driven. */
export function matchSummary(question: MatchQuestion): MatchSummary | null {
  const { plan, routes } = question;
  const sources = sourcesOf(question);
  const match = plannedMatch(sources);
  if (match.routes.length === 0) return null;
  const policy = matchPolicy(match, plan.goal);
  const how = { matches: MATCHES, seed: SEED, keepsPoints: policy.keepsPoints };
  const best = simulatedMatches(match, (standing) => policy.choiceAt(standing).next, how);
  const order = match.routes.map(({ id }) => id);
  const usual = simulatedMatches(match, inOrder(match, order), how);
  const full = Math.max(...policy.points.map(([points]) => points), 0);
  const inPlan = routes.filter(({ evidence }) => sources.prospects.has(evidence.routeId));
  return {
    ...knownValue(sources, policy.value),
    order: policy.order,
    card: cardOf(match, policy),
    points: policy.points,
    expected: policy.points.reduce((sum, [points, chance]) => sum + points * chance, 0),
    low: quantile(policy.points, 0.05),
    high: quantile(policy.points, 0.95),
    full,
    comparison: compared(best, usual),
    improvements: improvementsOf(
      sources,
      policy.value,
      tasksFromRuns(inPlan.map(({ evidence }) => evidence)),
      typeof plan.goal === 'object' ? 1 : full,
    ),
    handovers: handoversOf(question),
  };
}

/** What each route may bring. */
export function prospectsOf({ robot, routes }: PlayedBy): Record<string, RouteProspect> {
  const { setup, sources } = robot;
  const robots = {
    estimated: setup,
    trueParameters: setup,
    knowledge: knowledgeOf(setup, sources),
  };
  return Object.fromEntries(
    routes.map(({ evidence, plan, field, runs }) => [
      evidence.routeId,
      routeProspect({ plan, field, ...robots }, runs, evidence.now),
    ]),
  );
}

/** What a match follows from. */
export function sourcesOf({ plan, routes, prospects, timed }: MatchQuestion): MatchSources {
  const played = routes.filter(({ evidence }) =>
    plan.entries.some(({ routeId }) => routeId === evidence.routeId),
  );
  return {
    plan,
    prospects: new Map(
      played.flatMap(({ evidence: { routeId } }) => {
        const prospect = prospects[routeId];
        return prospect === undefined ? [] : [[routeId, prospect]];
      }),
    ),
    handover: learnedHandovers(plan, timed),
    modelPoints: new Map(
      played.flatMap(({ field }) => field.models.map(({ id, points }) => [id, points])),
    ),
  };
}

/** The value with what is not known of chances: each route’s alone, together by the root of their squares. */
function knownValue(
  sources: MatchSources,
  value: number,
): Pick<MatchSummary, 'value' | 'valueLow' | 'valueHigh'> {
  let [below, above] = [0, 0];
  for (const [routeId, { chance }] of sources.prospects) {
    below += (value - valueOf(withProspect(sources, routeId, raisedTo(chance.low)))) ** 2;
    above += (valueOf(withProspect(sources, routeId, raisedTo(chance.high))) - value) ** 2;
  }
  return { value, valueLow: value - Math.sqrt(below), valueHigh: value + Math.sqrt(above) };
}

/** Two lists of points of the same matches. */
export function compared(best: ArrayLike<number>, usual: ArrayLike<number>): OrderComparison {
  const count = best.length;
  let [sum, squares, total] = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    const difference = best[i]! - usual[i]!;
    sum += difference;
    squares += difference ** 2;
    total += best[i]!;
  }
  const difference = sum / count;
  const error = Math.sqrt((squares / count - difference ** 2) / count);
  return {
    best: total / count,
    usual: (total - sum) / count,
    difference,
    low: difference - 1.96 * error,
    high: difference + 1.96 * error,
  };
}

function quantile(points: MatchSummary['points'], share: number): number {
  let sum = 0;
  for (const [total, chance] of points) {
    sum += chance;
    if (sum >= share) return total;
  }
  return points.at(-1)?.[0] ?? 0;
}

function handoversOf({ plan, timed }: MatchQuestion): Record<string, HandoverEstimate> {
  const handover = learnedHandovers(plan, timed);
  return Object.fromEntries(
    plan.entries.flatMap((from) =>
      plan.entries.flatMap((to): [string, HandoverEstimate][] =>
        from.id === to.id ? [] : [[`${from.id}>${to.id}`, handover(from, to)]],
      ),
    ),
  );
}
