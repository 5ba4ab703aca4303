import { telemetryCreateSchema } from '../../../../../core/telemetry/documents.ts';
import { database } from '../../../../../store/database.ts';
import { announceTelemetry } from '../../../../../store/telemetry.ts';
import { body, endpoint, idOf, json } from '../../../_endpoint.ts';

/** Announces a recording; its columns follow one by one. */
export const POST = endpoint('table', async (context) => {
  const input = await body(context.request, telemetryCreateSchema);
  return json(await announceTelemetry(database(), idOf(context), input), 201);
});
