import { routeBundle } from '../../../../../store/bundle.ts';
import { database } from '../../../../../store/database.ts';
import { getRoute } from '../../../../../store/routes.ts';
import { askerIn, download, endpoint, idOf } from '../../../_endpoint.ts';
import { streamed } from '../../../_stream.ts';

/** The route with its robot, its field and its runs, raw readings and all, in one file. */
export const GET = endpoint('look', async (context) => {
  const id = idOf(context);
  const { photosStay } = askerIn(context).team;
  const { name } = await getRoute(database(), id);
  const lines = await streamed(database(), () => routeBundle(database(), id, !photosStay), true);
  return download(lines, 'application/gzip', `${name}.bundle.jsonl.gz`);
});
