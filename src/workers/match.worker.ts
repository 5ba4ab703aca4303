import './workerConventions.ts';
import * as Comlink from 'comlink';
import {
  matchSummary,
  prospectsOf,
  type MatchQuestion,
  type MatchSummary,
  type PlayedBy,
} from '../core/match/matchSummary.ts';
import { nextBySeconds, type RehearsalStanding } from '../core/match/nexts.ts';
import { eveningPlan, type Evening, type PracticePlan } from '../core/match/practicePlan.ts';
import { readinessOf, type RouteReadiness } from '../core/match/readiness.ts';
import type { RouteProspect } from '../core/match/routeProspect.ts';

const door = {
  /** What each route may bring, by its runs or its forecast. */
  prospects(played: PlayedBy): Record<string, RouteProspect> {
    return prospectsOf(played);
  },
  /** What a plan comes to. */
  summary(question: MatchQuestion): MatchSummary | null {
    return matchSummary(question);
  },
  /** What of each route is not measured. */
  readiness(played: PlayedBy): Record<string, RouteReadiness> {
    return readinessOf(played);
  },
  /** What to do in an evening. */
  evening(
    question: MatchQuestion,
    readiness: Record<string, RouteReadiness>,
    evening: Evening,
  ): PracticePlan {
    return eveningPlan(question, readiness, evening);
  },
  /** What to start next where a rehearsal stands, by the seconds that are left. */
  nexts(question: MatchQuestion, standing: RehearsalStanding): (string | null)[] {
    return nextBySeconds(question, standing);
  },
};

/** What the match worker offers to views. */
export type MatchWorkerApi = typeof door;

Comlink.expose(door);
