import { writeJsonFile } from '../../../../../contracts/files.ts';
import { database } from '../../../../../store/database.ts';
import { routeFile } from '../../../../../store/files.ts';
import { download, endpoint, idOf } from '../../../_endpoint.ts';

/** The route with every revision, as a JSON file. */
export const GET = endpoint(async (context) => {
  const file = await routeFile(database(), idOf(context));
  return download(writeJsonFile(file), 'application/json', `${file.name}.route.json`);
});
