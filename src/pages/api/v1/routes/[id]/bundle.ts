import { writeJsonFile } from '../../../../../contracts/files.ts';
import { database } from '../../../../../store/database.ts';
import { routeBundle } from '../../../../../store/files.ts';
import { getRoute } from '../../../../../store/routes.ts';
import { download, endpoint, idOf } from '../../../_endpoint.ts';

/** The route with its robot, its field and its runs, raw readings and all, in one file. */
export const GET = endpoint(async (context) => {
  const { name } = await getRoute(database(), idOf(context));
  const bundle = await routeBundle(database(), idOf(context));
  return download(writeJsonFile(bundle), 'application/json', `${name}.bundle.json`);
});
