import { database } from '../../../../../store/database.ts';
import { getTelemetry } from '../../../../../store/telemetry.ts';
import { endpoint, idOf, json } from '../../../_endpoint.ts';

export const GET = endpoint(async (context) => json(await getTelemetry(database(), idOf(context))));
