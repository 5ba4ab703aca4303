import { move, transferableSymbol, valueSymbol } from 'piscina';
import type { Problem } from '../contracts/problem.ts';
import { forecastRequestSchema } from '../contracts/routes.ts';
import type { ImportResult } from '../contracts/kept.ts';
import {
  provideConventions,
  USUAL_CONVENTIONS,
  type Conventions,
} from '../core/language/conventions.ts';
import { storyOf, type Story, type StorySource } from '../core/text/story.ts';
import { planFaults } from '../core/route/plan.ts';
import { forecastRuns } from '../core/simulation/forecast.ts';
import { connect } from '../store/database.ts';
import { takeFile } from '../store/intake/intake.ts';
import { readJsonBody } from './jsonBody.ts';
import './languages.ts';
import { problemOf, Refused } from './problems.ts';

/** A task, with how whoever waits for it counts and speaks. */
export interface Spoken<T> {
  task: T;
  conventions: Conventions;
}

/** What a task gives: its value, or why there is none. Classes of errors do not cross threads. */
export type TaskResult<T> = { value: T } | { problem: Problem };

/** Takes a file on the disk in. */
export function importFile(
  asked: Spoken<{ path: string; url: string; copy: boolean }>,
): Promise<TaskResult<ImportResult>> {
  return answered(asked, async ({ path, url, copy }) => {
    const database = connect(url);
    try {
      return await takeFile(database, path, copy);
    } finally {
      await database.close();
    }
  });
}

/** The same forecast that the browser's worker makes; the answer as JSON, handed over and not copied. */
export async function forecast(
  asked: Spoken<Uint8Array>,
): Promise<TaskResult<Uint8Array<ArrayBuffer>>> {
  const result = await answered(asked, (body) => {
    const { setup, field, plan, seed, runs } = readJsonBody(body, forecastRequestSchema);
    const fault = planFaults(plan, field)[0];
    if (fault !== undefined) throw new Refused(422, fault, { pointer: 'plan' });
    const made = forecastRuns({ plan, field, estimated: setup, trueParameters: setup }, seed, runs);
    const text = JSON.stringify({
      ...made,
      poses: Array.from(made.poses),
      durations: Array.from(made.durations),
      timeLimits: Array.from(made.timeLimits),
      collisions: Array.from(made.collisions),
      dropouts: Array.from(made.dropouts),
      conditions: Array.from(made.conditions),
    });
    return new TextEncoder().encode(text);
  });
  if ('problem' in result) return result;
  return move({
    [transferableSymbol]: [result.value.buffer],
    [valueSymbol]: result,
  }) as unknown as TaskResult<Uint8Array<ArrayBuffer>>;
}

/** Tells a route's story. */
export function story(asked: Spoken<StorySource>): Promise<TaskResult<Story>> {
  return answered(asked, storyOf);
}

async function answered<T, R>(
  { task, conventions }: Spoken<T>,
  work: (task: T) => R | Promise<R>,
): Promise<TaskResult<R>> {
  // A thread does one task at a time; the next one is told nothing by this one’s team.
  provideConventions(() => conventions);
  try {
    return { value: await work(task) };
  } catch (error) {
    return { problem: problemOf(error) };
  } finally {
    provideConventions(() => USUAL_CONVENTIONS);
  }
}
