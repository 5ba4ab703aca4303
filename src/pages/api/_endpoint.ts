import type { APIContext, APIRoute } from 'astro';
import { z } from 'zod';
import { idSchema } from '../../contracts/domain.ts';
import { FileError } from '../../contracts/files.ts';
import { firstIssue, type Problem } from '../../contracts/problem.ts';
import { Conflict, NotFound, StaleEdit } from '../../store/errors.ts';

/** Largest body that an endpoint reads, bytes. */
const LARGEST_BODY = 20 * 1024 * 1024;

/** An input that was refused, with the fault's place. */
class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly more: Partial<Problem> = {},
  ) {
    super(message);
  }
}

/**
 * Wraps a handler: everything it throws becomes a problem answer with a sentence, and a write from
 * another site is refused.
 */
export function endpoint(handler: (context: APIContext) => Promise<Response>): APIRoute {
  return async (context) => {
    try {
      refuseOtherSites(context.request);
      return await handler(context);
    } catch (error) {
      return problem(problemOf(error));
    }
  };
}

/** An answer in JSON that nobody caches. */
export function json(value: unknown, status = 200): Response {
  return new Response(JSON.stringify(value), {
    status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
  });
}

/** An answer that the browser saves under a name. */
export function download(text: string, type: string, name: string): Response {
  const plain = name.replace(/[^A-Za-z0-9._-]+/g, '-');
  return new Response(text, {
    headers: {
      'content-type': `${type}; charset=utf-8`,
      'content-disposition': `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`,
      'cache-control': 'no-store',
    },
  });
}

/** Reads the JSON body against a schema, or refuses it with the first fault's place. */
export async function body<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
  if (!(request.headers.get('content-type') ?? '').startsWith('application/json')) {
    throw new Refused(415, 'Send the input as application/json.');
  }
  const text = await bodyText(request);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new Refused(400, 'The input is not JSON.');
  }
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const { detail, pointer } = firstIssue(parsed.error);
  throw new Refused(422, detail, { pointer });
}

/** Reads the body as text, up to a size limit. */
export async function bodyText(request: Request, most = LARGEST_BODY): Promise<string> {
  const tooLarge = () =>
    new Refused(
      413,
      `The file is larger than ${Math.round(most / 1024 / 1024)} MB. Split it, or leave out what is not needed.`,
    );
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLarge();
  const text = await request.text();
  if (text.length > most) throw tooLarge();
  return text;
}

/** Reads the body as bytes, up to a size limit. */
export async function bodyBytes(request: Request, most = LARGEST_BODY): Promise<Uint8Array> {
  const bytes = new Uint8Array(await request.arrayBuffer());
  if (bytes.length > most) {
    throw new Refused(413, `It is larger than ${Math.round(most / 1024 / 1024)} MB.`);
  }
  return bytes;
}

/** A refusal with a status and a sentence, to be thrown. */
export function refused(status: number, sentence: string): Error {
  return new Refused(status, sentence);
}

/** A part of the address against a schema; what does not fit is not there. */
export function paramOf<T>(context: APIContext, name: string, schema: z.ZodType<T>): T {
  const parsed = schema.safeParse(context.params[name]);
  if (!parsed.success) throw new NotFound('record');
  return parsed.data;
}

/** The identifier in the address. */
export function idOf(context: APIContext): string {
  return paramOf(context, 'id', idSchema);
}

function refuseOtherSites(request: Request): void {
  const origin = request.headers.get('origin');
  if (origin === null || ['GET', 'HEAD'].includes(request.method)) return;
  if (!URL.canParse(origin) || new URL(origin).host !== request.headers.get('host')) {
    throw new Refused(403, 'This page may not write to Corvat.');
  }
}

function problem(content: Problem): Response {
  return new Response(JSON.stringify(content), {
    status: content.status,
    headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store' },
  });
}

function problemOf(error: unknown): Problem {
  const of = (status: number, title: string, detail: string, more: Partial<Problem> = {}) =>
    ({ type: 'about:blank', title, status, detail, ...more }) as Problem;
  if (error instanceof Refused) {
    return of(error.status, 'The input was refused', error.message, error.more);
  }
  if (error instanceof FileError) {
    const { line, column } = error;
    return of(422, 'The file was refused', `${error.message} Nothing was imported.`, {
      line,
      column,
    });
  }
  if (error instanceof NotFound) return of(404, 'Not found', error.message);
  if (error instanceof StaleEdit) {
    return of(409, 'Somebody was quicker', error.message, { stored: error.stored });
  }
  if (error instanceof Conflict) return of(409, 'It does not fit', error.message);
  console.error(error);
  return of(
    503,
    'It did not work',
    'The database did not answer. What you typed is still here: try again in a moment.',
  );
}
