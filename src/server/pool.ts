import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Piscina } from 'piscina';
import { conventions } from '../core/language/conventions.ts';
import type { Problem } from '../contracts/problem.ts';
import { Refused } from './problems.ts';
import type * as Tasks from './tasks.ts';
import { say } from '../core/language/say.ts';

/** Tasks that wait at the most; who comes after is asked to come again. */
const MOST_WAITING = 40;
/** Memory of one thread, MB: a file that needs more ends its thread and not the application. */
const THREAD_MEMORY = 1536;

/** A task that was refused, with the answer that it gave. */
export class TaskProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

type TaskName = keyof typeof Tasks;
type ValueOf<N extends TaskName> = Extract<
  Awaited<ReturnType<(typeof Tasks)[N]>>,
  { value: unknown }
>['value'];

let pool: Piscina | null = null;

function threads(): Piscina {
  pool ??= new Piscina({
    filename: join(process.env['CORVAT_ROOT'] ?? process.cwd(), 'dist/tasks/tasks.js'),
    minThreads: 0,
    // One core is left for those who only want a page.
    maxThreads: Math.max(1, Math.min(4, availableParallelism() - 1)),
    idleTimeout: 60_000,
    maxQueue: MOST_WAITING,
    resourceLimits: { maxOldGenerationSizeMb: THREAD_MEMORY },
  });
  return pool;
}

/**
 * Does heavy work in a thread of its own, so that nobody else waits for it. It ends without mercy at its time limit, or
 * when the request that it belongs to does.
 *
 * @param seconds time limit
 * @param tooLong what is said when the limit is reached
 */
export async function inThread<N extends TaskName>(
  name: N,
  task: Parameters<(typeof Tasks)[N]>[0]['task'],
  limits: { seconds: number; tooLong: string; signal: AbortSignal },
): Promise<ValueOf<N>> {
  const timeout = AbortSignal.timeout(limits.seconds * 1000);
  try {
    const result = (await threads().run(
      { task, conventions: conventions() },
      { name, signal: AbortSignal.any([timeout, limits.signal]) },
    )) as Tasks.TaskResult<ValueOf<N>>;
    if ('problem' in result) throw new TaskProblem(result.problem);
    return result.value;
  } catch (error) {
    if (timeout.aborted) throw new Refused(422, limits.tooLong);
    if (limits.signal.aborted) throw new Refused(499, say`The request was given up.`);
    if (codeOf(error) === 'ERR_WORKER_OUT_OF_MEMORY') {
      throw new Refused(
        413,
        say`It is too large to be read at once. Split it, or send it as a bundle.`,
      );
    }
    if (error instanceof Error && /queue/i.test(error.message)) {
      throw new Refused(
        429,
        say`Corvat is busy with other work of this kind. Try again in a moment.`,
      );
    }
    throw error;
  }
}

function codeOf(error: unknown): unknown {
  return typeof error === 'object' && error !== null && 'code' in error ? error.code : null;
}
