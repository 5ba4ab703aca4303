import { problemDetail } from '../contracts/problem.ts';

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

/** Sends JSON, or a file as it is, to the API and gives its answer; throws {@link RequestFailed}. */
export async function send<T>(method: string, path: string, content?: unknown): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api/v1/${path}`, {
      method,
      ...(content === undefined
        ? {}
        : {
            headers: {
              'content-type':
                content instanceof Blob ? 'application/octet-stream' : 'application/json',
            },
            body: content instanceof Blob ? content : JSON.stringify(content),
          }),
    });
  } catch {
    throw new RequestFailed(
      'Corvat cannot be reached. What you typed is still here: try again when the connection is back.',
      0,
    );
  }
  if (response.status === 204) return undefined as T;
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) throw new RequestFailed(problemDetail(answer), response.status, answer);
  return answer as T;
}

/** The sentence of whatever was thrown. */
export function sentenceOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
