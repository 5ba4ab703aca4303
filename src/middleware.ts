import { defineMiddleware } from 'astro:middleware';
import type { APIContext, MiddlewareNext } from 'astro';
import { problemAnswer } from './pages/api/_endpoint.ts';
import { say } from './core/language/say.ts';
import { conventions } from './core/language/conventions.ts';
import { problemOf, RETRY_AFTER } from './server/problems.ts';
import { withConventions } from './server/requestConventions.ts';
import { withQueryCount } from './store/database.ts';

/** What a page was written in, for the API and for a page that cannot ask the team. */
const LANGUAGE_COOKIE = 'language';

/** Beside the policy for scripts and styles that the build writes: what only a header can say. */
const POLICY = "frame-ancestors 'none'; base-uri 'self'; form-action 'self'; object-src 'none'";

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

async function answer(context: APIContext, next: MiddlewareNext): Promise<Response> {
  if (context.url.pathname.startsWith('/api/')) return problemInsteadOfPage(await next());
  const page = async (response: Response) => {
    const headers = new Headers(response.headers);
    headers.append('content-security-policy', POLICY);
    headers.set('cache-control', 'no-store');
    const { language } = conventions();
    headers.append(
      'set-cookie',
      `${LANGUAGE_COOKIE}=${language}; Path=/; HttpOnly; SameSite=Strict`,
    );
    return new Response(await response.text(), { status: response.status, headers });
  };
  try {
    const { result, queries } = await withQueryCount(async () => page(await next()));
    // A page asks little: whoever looks into its answer sees how much.
    result.headers.set('server-timing', `database;desc="${queries} queries"`);
    return result;
  } catch (error) {
    const problem = problemOf(error);
    context.locals.problem = problem;
    const { body, headers } = await page(await context.rewrite('/trouble'));
    if (problem.status === 503) headers.set('retry-after', String(RETRY_AFTER));
    return new Response(body, { status: problem.status, headers });
  }
}
