import type { Field } from '../../field/field.ts';
import { knowledgeOf } from '../../robot/knowledge.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import type { Sources } from '../../robot/sources.ts';
import { checkpointsOf } from '../../route/checkpoints.ts';
import type { RoutePlan } from '../../route/plan.ts';
import type { Experiment } from '../../simulation/run.ts';
import { aimOptions, USUAL_LIMITS, type AimOption } from '../aim/aim.ts';
import type { StepModels } from '../budget/budget.ts';
import { measuredRuns, type LoggedRun } from '../runs/measured.ts';
import { summarise } from '../runs/summary.ts';
import { measureNext, type Measurement } from '../unknowns/measureNext.ts';
import { measuringTasks, rankedTasks, taskOf, type RouteEvidence, type Task } from './tasks.ts';

/** A robot as far as it is known. */
export interface KnownRobot {
  setup: RobotParameters;
  sources: Sources;
}

/** A route with what it takes to work out what would help it. */
export interface RouteToHelp {
  evidence: RouteEvidence;
  plan: RoutePlan;
  field: Field;
  /** Where runs of the plan ended. */
  runs: readonly LoggedRun[];
  /** The checkpoint that the evidence is of; null without one. */
  checkpointId: string | null;
}

/** A task with the aim in numbers, where it is one and was worked out. */
export interface TaskToday {
  task: Task;
  aim: AimOption | null;
}

/** Aims that are worked out: those that stand first. */
const AIMS = 2;

/** What the runs alone ask for, best first: there at once. */
export function tasksFromRuns(routes: readonly RouteEvidence[]): Task[] {
  return rankedTasks(routes.flatMap((route) => taskOf(route) ?? []));
}

/** All that is worth the time, best first: what the runs ask for and what measuring would bring. */
export function tasksToday(
  robot: KnownRobot,
  routes: readonly RouteToHelp[],
  models?: StepModels,
): TaskToday[] {
  const measuring = measuringTasks(
    routes.map((route) => ({
      route: route.evidence,
      measurements: measurementsOf(robot, route, models),
    })),
  );
  const asked = routes.flatMap(({ evidence }) => taskOf(evidence) ?? []);
  let aims = 0;
  return rankedTasks([...asked, ...measuring]).map((task) => {
    if (task.kind !== 'aim' || aims++ >= AIMS) return { task, aim: null };
    const route = routes.find(({ evidence }) => evidence.routeId === task.route.routeId)!;
    return { task, aim: aimOf(robot, route) };
  });
}

/** What would make a route known better, best first. */
export function measurementsOf(
  robot: KnownRobot,
  route: RouteToHelp,
  models?: StepModels,
): Measurement[] {
  return measureNext(experimentOf(robot, route), runsAt(route), models);
}

/** How many runs were measured at each checkpoint. */
function runsAt({ plan, runs }: RouteToHelp): Record<string, number> {
  return Object.fromEntries(
    checkpointsOf(plan).map(({ id }) => [
      id,
      runs.filter(({ measurements }) => measurements.some((one) => one.checkpointId === id)).length,
    ]),
  );
}

/** The best aim of a route; null when there is none. */
function aimOf(robot: KnownRobot, route: RouteToHelp): AimOption | null {
  const { plan, field, runs, checkpointId } = route;
  const checkpoint = checkpointsOf(plan).find(({ id }) => id === checkpointId);
  const model = field.models.find(({ id }) => id === checkpoint?.modelId);
  if (checkpoint === undefined || model === undefined) return null;
  const measured = measuredRuns(runs, checkpoint, model.zone);
  const summary = summarise(measured.runs.map(({ offset }) => offset));
  const target = { checkpoint, zone: measured.zone, summary };
  return aimOptions(experimentOf(robot, route), [target], USUAL_LIMITS)[0] ?? null;
}

function experimentOf({ setup, sources }: KnownRobot, { plan, field }: RouteToHelp): Experiment {
  const knowledge = knowledgeOf(setup, sources);
  return { plan, field, estimated: setup, trueParameters: setup, knowledge };
}
