import { writeRecording } from '../../../../../core/telemetry/recording.ts';
import { database } from '../../../../../store/database.ts';
import { getTelemetry, loadTelemetry } from '../../../../../store/telemetry.ts';
import { download, endpoint, idOf, json } from '../../../_endpoint.ts';

/** What a recording consists of; with `?format=csv` all of it as a table. */
export const GET = endpoint('look', async (context) => {
  const id = idOf(context);
  return context.url.searchParams.get('format') === 'csv'
    ? download(writeRecording(await loadTelemetry(database(), id)), 'text/csv', 'recording.csv')
    : json(await getTelemetry(database(), id));
});
