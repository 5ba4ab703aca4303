import type { Task } from '../analysis/planning/tasks.ts';
import type { KnownRobot, RouteToHelp, TaskToday } from '../analysis/planning/today.ts';
import { changeWords } from './sentences.ts';
import { taskWords, type TaskWords } from './taskWords.ts';

/** A task as the first sheet shows it. */
export interface ShownTask extends TaskWords, Pick<Task, 'kind' | 'bench'> {
  routeId: string;
  /** Whether it should bring something, and not only let know. */
  brings: boolean;
}

/** @param change the aim in words, where it was worked out */
export function shownTask(task: Task, change: string | null = null): ShownTask {
  const { kind, bench, route, gain } = task;
  const { routeId } = route;
  return { ...taskWords(task, change), kind, bench, routeId, brings: gain > 0 };
}

/** The same with the aim that was worked out. */
export function shownToday(
  { task, aim }: TaskToday,
  { setup }: KnownRobot,
  routes: readonly RouteToHelp[],
): ShownTask {
  const plan = routes.find(({ evidence }) => evidence.routeId === task.route.routeId)?.plan;
  if (aim === null || plan === undefined) return shownTask(task);
  return shownTask(task, aim.changes.map((change) => changeWords(change, plan, setup)).join('; '));
}
