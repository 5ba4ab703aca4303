import { idSchema } from '../../../../core/schema/scalars.ts';
import type { RunNews } from '../../../../contracts/practices.ts';
import { database } from '../../../../store/database.ts';
import { NotFound } from '../../../../store/errors.ts';
import { listRuns, RUNS_AT_TABLE, runsMark } from '../../../../store/runs.ts';
import { endpoint, json } from '../../_endpoint.ts';
import { say } from '../../../../core/language/say.ts';

/** Runs by `?session=` and `?route=`, and only when something changed since `?mark=`. */
export const GET = endpoint('look', async ({ url }) => {
  const session = idSchema.safeParse(url.searchParams.get('session'));
  const route = idSchema.safeParse(url.searchParams.get('route'));
  if (!session.success) throw new NotFound(say`session`);
  if (!route.success) throw new NotFound(say`route`);
  const mark = await runsMark(database(), session.data);
  const news: RunNews = {
    mark,
    runs:
      mark === url.searchParams.get('mark')
        ? null
        : await listRuns(database(), {
            sessionId: session.data,
            routeId: route.data,
            limit: RUNS_AT_TABLE,
          }),
  };
  return json(news);
});
