import type { APIContext, APIRoute } from 'astro';
import { z } from 'zod';
import { ACTIONS, actionOf } from '../../contracts/actions.ts';
import { PAGE_HEADER } from '../../contracts/headers.ts';
import { tokenSchema } from '../../contracts/link.ts';
import type { Problem } from '../../contracts/problem.ts';
import { idSchema } from '../../core/schema/scalars.ts';
import { nameOf, requireOf, type Asker, type Need } from '../../server/askers.ts';
import { readJsonBody } from '../../server/jsonBody.ts';
import { log } from '../../server/log.ts';
import { TaskProblem } from '../../server/pool.ts';
import { problemOf, Refused, RETRY_AFTER } from '../../server/problems.ts';
import { noteChange } from '../../store/club/changes.ts';
import { baseOfToken } from '../../store/club/linkTokens.ts';
import { clubDatabase, inTeamDatabase } from '../../store/database.ts';
import { NotFound } from '../../store/errors.ts';
import { say } from '../../core/language/say.ts';

/** Largest JSON body that an endpoint reads, bytes: a field with all its corners is the largest. */
const LARGEST_JSON = 4 * 1024 * 1024;

/**
 * Wraps a handler: who may not have what it does gets no answer of it, everything it throws becomes a problem answer with
 * a sentence, a write from another site is refused, and one that was done is written down.
 *
 * @param need what who asks must be
 */
export function endpoint(
  need: Need,
  handler: (context: APIContext) => Promise<Response>,
): APIRoute {
  return guarded(async (context) => {
    const asker = context.locals.asker ?? null;
    requireOf(asker, need);
    const answer = await handler(context);
    const action = actionOf(context.request.method, context.routePattern);
    if (answer.ok && asker !== null && ACTIONS.includes(action)) await note(context, asker, action);
    return answer;
  });
}

/** The same for whoever shows the token of a link in the address, paired or not: for the team of that link. */
export function tokenEndpoint(
  handler: (context: APIContext, token: string) => Promise<Response>,
): APIRoute {
  return guarded(async (context) => {
    const token = paramOf(context, 'token', tokenSchema);
    const base = await baseOfToken(clubDatabase(), token);
    if (base === null) throw new NotFound(say`link`);
    return inTeamDatabase(base, () => handler(context, token));
  });
}

function guarded(handler: (context: APIContext) => Promise<Response>): APIRoute {
  return async (context) => {
    try {
      refuseOtherSites(context.request);
      return await handler(context);
    } catch (error) {
      return problemAnswer(error instanceof TaskProblem ? error.problem : problemOf(error));
    }
  };
}

/** Writes down what was done. It is done: that it could not be written down is a fault for the log, and not for who asked. */
async function note(context: APIContext, asker: Asker, action: string): Promise<void> {
  const page = idSchema.safeParse(context.request.headers.get(PAGE_HEADER));
  await noteChange(clubDatabase(), {
    teamId: asker.team.id,
    deviceId: asker.device?.id ?? null,
    who: nameOf(asker),
    action,
    thing: context.params['id'] ?? null,
    page: page.success ? page.data : null,
  }).catch((error: unknown) => log.error({ err: error, action }, 'a change was not written down'));
}

/** A problem as an answer (RFC 9457). */
export function problemAnswer(content: Problem): Response {
  return new Response(JSON.stringify(content), {
    status: content.status,
    headers: {
      'content-type': 'application/problem+json',
      'cache-control': 'no-store',
      ...([429, 503].includes(content.status) ? { 'retry-after': String(RETRY_AFTER) } : {}),
    },
  });
}

/** An answer in JSON that nobody caches. */
export function json(value: unknown, status = 200): Response {
  return jsonText(JSON.stringify(value), status);
}

/** The same for text that is JSON already. */
export function jsonText(text: string | Uint8Array<ArrayBuffer>, status = 200): Response {
  return new Response(text, {
    status,
    headers: {
      'content-type': 'application/json',
      'cache-control': 'no-store',
      // By it a short answer is known to be not worth packing.
      'content-length': String(typeof text === 'string' ? Buffer.byteLength(text) : text.length),
    },
  });
}

/** An answer that the browser saves under a name. */
export function download(
  content: string | ReadableStream<Uint8Array>,
  type: string,
  name: string,
): Response {
  const plain = name.replace(/[^A-Za-z0-9._-]+/g, '-');
  return new Response(content, {
    headers: {
      'content-type':
        type.startsWith('text/') || type.endsWith('json') ? `${type}; charset=utf-8` : type,
      'content-disposition': `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`,
      'cache-control': 'no-store',
    },
  });
}

/** Reads the JSON body against a schema, or refuses it with the first fault's place. */
export async function body<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
  return readJsonBody(await jsonBytes(request), schema);
}

/** The JSON body as it came, for whoever reads it elsewhere. */
export async function jsonBytes(request: Request): Promise<Uint8Array> {
  if (!(request.headers.get('content-type') ?? '').startsWith('application/json')) {
    throw new Refused(415, say`Send the input as application/json.`);
  }
  return bodyBytes(request, LARGEST_JSON);
}

/** Reads the body as bytes, and stops reading at a size limit. */
export async function bodyBytes(request: Request, most: number): Promise<Uint8Array> {
  const parts: Uint8Array[] = [];
  for await (const part of bodyParts(request, most)) parts.push(part);
  return Buffer.concat(parts);
}

/** The body as it arrives, up to a size limit. */
export async function* bodyParts(request: Request, most: number): AsyncGenerator<Uint8Array> {
  const tooLarge = () =>
    new Refused(
      413,
      say`It is larger than ${Math.round(most / 1024 / 1024)} MB. Split it, or leave out what is not needed.`,
    );
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLarge();
  if (request.body === null) return;
  const reader = request.body.getReader();
  let bytes = 0;
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      bytes += value.length;
      if (bytes > most) throw tooLarge();
      yield value;
    }
  } finally {
    await reader.cancel().catch(() => undefined);
  }
}

/** A refusal with a status and a sentence, to be thrown. */
export function refused(status: number, sentence: string): Error {
  return new Refused(status, sentence);
}

/** A part of the address against a schema; what does not fit is not there. */
export function paramOf<T>(context: APIContext, name: string, schema: z.ZodType<T>): T {
  const parsed = schema.safeParse(context.params[name]);
  if (!parsed.success) throw new NotFound(say`record`);
  return parsed.data;
}

/** Who asks, behind a need that lets only those in whom Corvat knows. */
export function askerIn({ locals }: APIContext): Asker {
  if (locals.asker === undefined || locals.asker === null) throw new Error('Nobody asks.');
  return locals.asker;
}

/** The identifier in the address. */
export function idOf(context: APIContext): string {
  return paramOf(context, 'id', idSchema);
}

/** What stands behind the question mark under a name, against a schema; null when nothing does. */
export function queryOf<T>(context: APIContext, name: string, schema: z.ZodType<T>): T | null {
  const text = context.url.searchParams.get(name);
  if (text === null) return null;
  const parsed = schema.safeParse(text);
  if (!parsed.success) throw new Refused(400, say`“${name}” in the address cannot be understood.`);
  return parsed.data;
}

function refuseOtherSites(request: Request): void {
  if (['GET', 'HEAD'].includes(request.method)) return;
  const origin = request.headers.get('origin');
  if (origin === null) return;
  if (!URL.canParse(origin) || new URL(origin).host !== request.headers.get('host')) {
    throw new Refused(403, say`This page may not write to Corvat.`);
  }
}
