import type { PracticeToday } from '../contracts/today.ts';
import type { RouteToHelp } from '../core/analysis/planning/today.ts';
import type { FieldRecord } from '../contracts/fields.ts';
import type { Robot } from '../contracts/robots.ts';
import type { Route } from '../contracts/routes.ts';
import type { Run } from '../contracts/practices.ts';
import { minutesBetweenRuns } from '../core/analysis/planning/pace.ts';
import { minutesOfRun } from '../core/analysis/unknowns/measureNext.ts';
import type { RouteToPlay } from '../core/match/matchSummary.ts';
import { checkpointsOf } from '../core/route/checkpoints.ts';
import { planFaults } from '../core/route/plan.ts';
import { nominalRun } from '../core/simulation/run.ts';
import { verdictAtEnd } from '../server/verdicts.ts';
import { database } from '../store/database.ts';
import { listRoutesOnFields } from '../store/routes.ts';
import { newestRunsOfEach, tallyOfSession } from '../store/runs.ts';
import type { PageContext } from './_pageContext.ts';
import { JUDGED_RUNS } from './_work.ts';

/** Routes that are looked at; who has more sees the chosen one and the newest. */
const ROUTES = 12;

/** What there is to say today of a robot’s routes, and of the practice that goes on or was the last. */
export async function readToday({ robot, session, route: chosen }: PageContext): Promise<{
  routes: RouteToHelp[];
  practice: PracticeToday | null;
}> {
  if (robot === null) return { routes: [], practice: null };
  const [routes, tally] = await Promise.all([
    routesToPlay(robot, chosen),
    session === null ? null : tallyOfSession(database(), session.id),
  ]);
  return {
    routes,
    practice:
      session === null || tally === null
        ? null
        : {
            id: session.id,
            title: session.title,
            startedAt: session.startedAt,
            ...tally,
            goalRuns: session.goalRuns,
            goalHits: session.goalHits,
          },
  };
}

/** The routes of a robot that can be driven, with all that says how ready they are, in two questions to the database. */
export async function routesToPlay(
  robot: Robot,
  chosen: Route | null,
): Promise<(RouteToPlay & { fieldId: string })[]> {
  const { setup } = robot.setup;
  const onFields = (await listRoutesOnFields(database(), robot.id))
    .filter(({ route, field }) => planFaults(route.revision.plan, field.field).length === 0)
    .sort(
      (a, b) =>
        Number(b.route.id === chosen?.id) - Number(a.route.id === chosen?.id) ||
        b.route.revision.createdAt.localeCompare(a.route.revision.createdAt),
    )
    .slice(0, ROUTES);
  const revisionIds = onFields.map(({ route }) => route.revision.id);
  // Runs of an older revision say nothing of the newest one.
  const driven = await newestRunsOfEach(database(), revisionIds, JUDGED_RUNS);
  return onFields.map(({ route, field }) => {
    const { duration } = nominalRun({
      plan: route.revision.plan,
      field: field.field,
      estimated: setup,
      trueParameters: setup,
    });
    const runs = driven.filter(({ revisionId }) => revisionId === route.revision.id);
    return {
      fieldId: route.fieldId,
      ...routeToPlay(route, field, runs, minutesBetweenRuns(runs) ?? minutesOfRun(duration)),
    };
  });
}

function routeToPlay(
  route: Route,
  field: FieldRecord,
  runs: Run[],
  minutesPerRun: number,
): RouteToPlay {
  const checkpoint = checkpointsOf(route.revision.plan).at(-1) ?? null;
  const verdict = runs.length === 0 ? null : verdictAtEnd(route, field, runs);
  const scored = new Set(checkpointsOf(route.revision.plan).map(({ modelId }) => modelId));
  return {
    plan: route.revision.plan,
    field: field.field,
    runs,
    checkpointId: checkpoint?.id ?? null,
    evidence: {
      routeId: route.id,
      name: route.name,
      goal: route.goal,
      points: field.field.models
        .filter(({ id }) => scored.has(id))
        .reduce((sum, { points }) => sum + points, 0),
      verdict: verdict?.kind ?? null,
      runs: verdict?.runs ?? 0,
      hits: verdict?.hits ?? 0,
      now: verdict?.now ?? null,
      aimed: verdict?.aimed ?? null,
      settledAfter: verdict?.settledAfter ?? null,
      contradicts: verdict?.reason === 'contradiction',
      minutesPerRun,
    },
  };
}
