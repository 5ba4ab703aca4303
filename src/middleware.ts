import { defineMiddleware } from 'astro:middleware';
import type { APIContext, MiddlewareNext } from 'astro';
import { problemAnswer } from './pages/api/_endpoint.ts';
import { say } from './core/language/say.ts';
import { conventions } from './core/language/conventions.ts';
import { askerOf, requireOf, type Asker, type Need } from './server/askers.ts';
import { problemOf, RETRY_AFTER } from './server/problems.ts';
import { withConventions } from './server/requestConventions.ts';
import { inTeamDatabase, withQueryCount } from './store/database.ts';

/** What a page was written in, for the API and for a page that cannot ask the team. */
const LANGUAGE_COOKIE = 'language';

/** Beside the policy for scripts and styles that the build writes: what only a header can say. */
const POLICY = "frame-ancestors 'none'; base-uri 'self'; form-action 'self'; object-src 'none'";

/** Where a device that is not known says its word. */
const PAIRING = '/pair';

/** Pages that are not for everybody who is paired. */
const NEEDS_OF_PAGES = new Map<string, Need>([
  ['/devices', 'coach'],
  ['/files', 'coach'],
  ['/team', 'coach'],
]);

/** Whoever asks the API for what is not there gets an answer of the API. */
function problemInsteadOfPage(response: Response): Response {
  if (!(response.headers.get('content-type') ?? '').startsWith('text/html')) return response;
  return problemAnswer({
    type: 'about:blank',
    title: say`Not found`,
    status: 404,
    detail: say`The API has nothing under this address, or not for this method.`,
  });
}

/**
 * A page is made whole before its first byte goes out, so that one that fails shows a page that says so,
 * and never nothing.
 */
export const onRequest = defineMiddleware((context, next) =>
  withConventions(() => answer(context, next), context.cookies.get(LANGUAGE_COOKIE)?.value),
);

/** Who asks is found out first: everything after it is asked of that one's team, and of no other. */
async function answer(context: APIContext, next: MiddlewareNext): Promise<Response> {
  const isApi = context.url.pathname.startsWith('/api/');
  // The page that says what is wrong comes through here once more.
  if (context.locals.problem !== undefined) return whole(await next());
  // The server for development has no door to the network.
  if (import.meta.env.DEV) context.locals.visit ??= { door: 'here', address: '', secret: false };
  context.locals.askedAt = new Date().toISOString();
  try {
    context.locals.asker = await askerOf(context);
  } catch (error) {
    return isApi ? problemAnswer(problemOf(error)) : troublePage(context, error);
  }
  const { asker } = context.locals;
  if (asker === null) return isApi ? api(next) : pairingPage(context, next);
  return inTeamDatabase(asker.team.base, () => (isApi ? api(next) : page(context, next, asker)));
}

async function api(next: MiddlewareNext): Promise<Response> {
  return problemInsteadOfPage(await next());
}

/** Whoever is not known sees nothing but where to say the word. */
async function pairingPage(context: APIContext, next: MiddlewareNext): Promise<Response> {
  if (context.url.pathname === PAIRING || context.url.pathname.startsWith(`${PAIRING}/`)) {
    try {
      return await whole(await next());
    } catch (error) {
      return troublePage(context, error);
    }
  }
  return context.redirect(PAIRING, 303);
}

async function page(context: APIContext, next: MiddlewareNext, asker: Asker): Promise<Response> {
  try {
    requireOf(asker, NEEDS_OF_PAGES.get(context.routePattern) ?? 'look');
    const { result, queries } = await withQueryCount(async () => whole(await next()));
    // A page asks little: whoever looks into its answer sees how much.
    result.headers.set('server-timing', `database;desc="${queries} queries"`);
    return result;
  } catch (error) {
    return troublePage(context, error);
  }
}

async function troublePage(context: APIContext, error: unknown): Promise<Response> {
  const problem = problemOf(error);
  context.locals.problem = problem;
  const { body, headers } = await context.rewrite('/trouble');
  if (problem.status === 503) headers.set('retry-after', String(RETRY_AFTER));
  return new Response(body, { status: problem.status, headers });
}

/** A page made whole, with what all pages say. */
async function whole(response: Response): Promise<Response> {
  const headers = new Headers(response.headers);
  headers.append('content-security-policy', POLICY);
  headers.set('cache-control', 'no-store');
  const { language } = conventions();
  headers.append('set-cookie', `${LANGUAGE_COOKIE}=${language}; Path=/; HttpOnly; SameSite=Strict`);
  return new Response(await response.text(), { status: response.status, headers });
}
