import { useMemo } from 'react';
import type { Robot } from '../../contracts/records.ts';
import type { RouteToday } from '../../contracts/today.ts';
import { USUAL_LIMITS } from '../../core/analysis/aim/aim.ts';
import { measuredRuns } from '../../core/analysis/runs/measured.ts';
import { summarise } from '../../core/analysis/runs/summary.ts';
import {
  measuringTasks,
  rankedTasks,
  taskOf,
  type Task,
} from '../../core/analysis/planning/tasks.ts';
import { knowledgeOf } from '../../core/robot/knowledge.ts';
import { checkpointsOf } from '../../core/route/plan.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { changeWords } from '../../core/text/sentences.ts';
import { simulationWorker } from '../../ui/simulationWorker.ts';
import { useWorked } from '../../ui/useWorker.ts';

/** All that is worth the time, best first; what measuring would bring comes a moment later. */
export function useTasks(
  robot: Robot,
  routes: readonly RouteToday[],
): { tasks: Task[]; working: boolean } {
  const wanted = useMemo(
    () =>
      routes.length === 0
        ? null
        : {
            routes: routes.map(({ route, field, runs }) => ({
              experiment: experimentOf(robot, route.revision.plan, field.field),
              runs: Object.fromEntries(
                checkpointsOf(route.revision.plan).map(({ id }) => [
                  id,
                  runs.filter(({ measurements }) =>
                    measurements.some(({ checkpointId }) => checkpointId === id),
                  ).length,
                ]),
              ),
            })),
          },
    [robot, routes],
  );
  const { found, working } = useWorked(simulationWorker, wanted, async (worker, at) => {
    const ranked = [];
    for (const { experiment, runs } of at.routes) {
      ranked.push(await worker.ask((door) => door.measureNext(experiment, runs)));
    }
    return ranked;
  });
  const tasks = useMemo(
    () =>
      rankedTasks([
        ...routes.flatMap(({ evidence }) => taskOf(evidence) ?? []),
        ...(found === null
          ? []
          : measuringTasks(
              routes.map(({ evidence }, i) => ({
                route: evidence,
                measurements: found[i] ?? [],
              })),
            )),
      ]),
    [routes, found],
  );
  return { tasks, working };
}

/** The aim of a task in words, when it is one and was worked out. */
export function useAimWords(
  task: Task,
  robot: Robot,
  routes: readonly RouteToday[],
): string | null {
  const { kind, route } = task;
  const wanted = useMemo(() => {
    const today = routes.find((one) => one.evidence.routeId === route.routeId);
    if (kind !== 'aim' || today === undefined) return null;
    const { plan } = today.route.revision;
    const checkpoint = checkpointsOf(plan).find(({ id }) => id === today.checkpointId);
    const model = today.field.field.models.find(({ id }) => id === checkpoint?.modelId);
    if (checkpoint === undefined || model === undefined) return null;
    const { runs, zone } = measuredRuns(today.runs, checkpoint, model.zone);
    return {
      experiment: experimentOf(robot, plan, today.field.field),
      target: { checkpoint, zone, summary: summarise(runs.map(({ offset }) => offset)) },
    };
  }, [kind, route.routeId, robot, routes]);
  const { found } = useWorked(simulationWorker, wanted, (worker, at) =>
    worker.ask((door) => door.aim(at.experiment, [at.target], USUAL_LIMITS)),
  );
  const best = found?.[0];
  if (best === undefined || wanted === null) return null;
  const { plan, estimated } = wanted.experiment;
  return best.changes.map((change) => changeWords(change, plan, estimated)).join('; ');
}

function experimentOf(
  robot: Robot,
  plan: Experiment['plan'],
  field: Experiment['field'],
): Experiment {
  const { setup, sources } = robot.setup;
  return {
    plan,
    field,
    estimated: setup,
    trueParameters: setup,
    knowledge: knowledgeOf(setup, sources),
  };
}
