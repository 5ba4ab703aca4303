import { lognormalSeconds, type Seconds } from './durations.ts';
import type { HandoverEstimate } from './handovers.ts';
import type { Match, MatchRoute } from './match.ts';
import type { MatchEntry, MatchPlan } from './matchPlan.ts';
import type { RouteProspect } from './routeProspect.ts';

/** All that a match follows from. */
export interface MatchSources {
  plan: MatchPlan;
  /** By route. */
  prospects: ReadonlyMap<string, RouteProspect>;
  handover: (from: MatchEntry, to: MatchEntry) => Pick<HandoverEstimate, 'time'>;
  /** Full points of each model of the field. */
  modelPoints: ReadonlyMap<string, number>;
}

/** The match of a plan, with its entries for routes. */
export function plannedMatch({ plan, prospects, handover, modelPoints }: MatchSources): Match {
  const { bonuses, rescuePenalty } = plan;
  // Twice the same entries would be two things; a plan without evidence of a route cannot be reckoned.
  const entries = plan.entries.filter(({ routeId }) => prospects.has(routeId));
  const bits = sharedModels({ plan, prospects });
  const routes = entries.map((entry): MatchRoute => {
    const { outcomes, time } = prospects.get(entry.routeId)!;
    const driven = outcomes.map(({ chance, gained }) => ({
      chance: (1 - entry.rescued) * chance,
      points: gained.reduce(
        (sum, { modelId, hit, points }) => sum + (hit && bits.includes(modelId) ? 0 : points),
        0,
      ),
      marks: gained.reduce(
        (marks, { modelId, hit }) =>
          hit && bits.includes(modelId) ? marks | (1 << bits.indexOf(modelId)) : marks,
        0,
      ),
    }));
    return {
      id: entry.id,
      duration: atLeastOne(lognormalSeconds(time.mean, time.sd)),
      outcomes:
        entry.rescued === 0
          ? driven
          : [...driven, { chance: entry.rescued, points: -rescuePenalty }],
      after: entry.after,
    };
  });
  const seconds = new Map<string, Seconds>();
  const byId = new Map(entries.map((entry) => [entry.id, entry]));
  const together = (marks: number) => {
    const reached = bits.filter((_, bit) => (marks & (1 << bit)) !== 0);
    const models = reached.reduce((sum, id) => sum + (modelPoints.get(id) ?? 0), 0);
    const whole = bonuses.filter(({ modelIds }) => modelIds.every((id) => reached.includes(id)));
    return whole.reduce((sum, { points }) => sum + points, models);
  };
  return {
    seconds: plan.seconds,
    routes,
    handover: (from, to) => {
      const { mean, sd } = handover(byId.get(from.id)!, byId.get(to.id)!).time;
      const key = `${mean} ${sd}`;
      const known = seconds.get(key) ?? lognormalSeconds(mean, sd);
      seconds.set(key, known);
      return known;
    },
    ...(bits.length > 0 && { together: { bits: bits.length, points: together } }),
  };
}

/** Models that more than one entry visits, or that a bonus asks for: they count once, or together. */
export function sharedModels({
  plan: { entries, bonuses },
  prospects,
}: Pick<MatchSources, 'plan' | 'prospects'>): string[] {
  const visits = entries.flatMap(({ routeId }) => {
    const gained = prospects.get(routeId)?.outcomes[0]?.gained ?? [];
    return gained.map(({ modelId }) => modelId);
  });
  const twice = visits.filter((id, at) => visits.indexOf(id) !== at);
  const asked = bonuses.flatMap(({ modelIds }) => modelIds).filter((id) => visits.includes(id));
  return [...new Set([...twice, ...asked])];
}

/** A route that takes no time could be run for ever. */
function atLeastOne(seconds: Seconds): Seconds {
  return seconds[0]![0] > 0 ? seconds : lognormalSeconds(1, 0);
}
