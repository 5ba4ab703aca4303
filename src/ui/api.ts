import type { z } from 'zod';
import { PAGE_HEADER } from '../contracts/headers.ts';
import { problemDetail } from '../contracts/problem.ts';
import { THIS_PAGE } from './live/thisPage.ts';
import { say } from '../core/language/say.ts';

/** A request that was refused or did not arrive; the message is a sentence for people. */
export class RequestFailed extends Error {
  constructor(
    message: string,
    /** HTTP status, or 0 when the server was not reached. */
    readonly status: number,
    /** The whole problem answer, for what it carries besides the sentence. */
    readonly problem: unknown = null,
  ) {
    super(message);
    this.name = 'RequestFailed';
  }
}

/**
 * Asks the API for something, with JSON or a file as it is, and reads the answer against its schema. Throws
 * {@link RequestFailed}, also when the answer is not what this page knows: it is from before an update then.
 */
export async function ask<T>(
  answer: z.ZodType<T>,
  method: string,
  path: string,
  content?: unknown,
): Promise<T> {
  const read = answer.safeParse(await answered(method, path, content));
  if (read.success) return read.data;
  throw new RequestFailed(
    say`Corvat answered in a way that this page does not know: load the page anew. What you typed may be needed again.`,
    0,
    read.error,
  );
}

/** Sends JSON, or a file as it is, to the API, when nothing of its answer is needed; throws {@link RequestFailed}. */
export async function send(method: string, path: string, content?: unknown): Promise<void> {
  await answered(method, path, content);
}

async function answered(method: string, path: string, content: unknown): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(`/api/v1/${path}`, {
      method,
      headers: {
        [PAGE_HEADER]: THIS_PAGE,
        ...(content === undefined
          ? {}
          : {
              'content-type':
                content instanceof Blob ? 'application/octet-stream' : 'application/json',
            }),
      },
      ...(content === undefined
        ? {}
        : { body: content instanceof Blob ? content : JSON.stringify(content) }),
    });
  } catch {
    throw new RequestFailed(
      say`Corvat cannot be reached. What you typed is still here: try again when the connection is back.`,
      0,
    );
  }
  if (response.status === 204) return undefined;
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) throw new RequestFailed(problemDetail(answer), response.status, answer);
  return answer;
}

/** The sentence of whatever was thrown. */
export function sentenceOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
