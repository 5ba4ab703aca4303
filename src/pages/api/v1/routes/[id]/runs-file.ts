import { writeJsonFile } from '../../../../../contracts/files.ts';
import { writeRunsTable } from '../../../../../contracts/tables/runsTable.ts';
import { database } from '../../../../../store/database.ts';
import { runsFile } from '../../../../../store/runFiles.ts';
import { getRoute } from '../../../../../store/routes.ts';
import { download, endpoint, idOf } from '../../../_endpoint.ts';

/** All runs of the route: CSV, or JSON with `?format=json`. */
export const GET = endpoint(async (context) => {
  const { name } = await getRoute(database(), idOf(context));
  const file = await runsFile(database(), idOf(context));
  return context.url.searchParams.get('format') === 'json'
    ? download(writeJsonFile(file), 'application/json', `${name}.runs.json`)
    : download(writeRunsTable(file.runs), 'text/csv', `${name}.runs.csv`);
});
