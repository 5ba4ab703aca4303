import { writeRunsTable } from '../../../../../core/formats/tables/runsTable.ts';
import { database } from '../../../../../store/database.ts';
import { runsFileText, runsOfRoute } from '../../../../../store/files.ts';
import { getRoute } from '../../../../../store/routes.ts';
import { download, endpoint, idOf } from '../../../_endpoint.ts';
import { streamed } from '../../../_stream.ts';

/** All runs of the route: CSV, or JSON with `?format=json`. */
export const GET = endpoint('look', async (context) => {
  const id = idOf(context);
  const { name } = await getRoute(database(), id);
  if (context.url.searchParams.get('format') === 'json') {
    const text = await streamed(database(), () => runsFileText(database(), id), false);
    return download(text, 'application/json', `${name}.runs.json`);
  }
  return download(
    writeRunsTable(await runsOfRoute(database(), id)),
    'text/csv',
    `${name}.runs.csv`,
  );
});
