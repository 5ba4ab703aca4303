import { benchCreateSchema } from '../../../../../contracts/bench.ts';
import { addBenchRecord, listBenchRecords } from '../../../../../store/benchRecords.ts';
import { database } from '../../../../../store/database.ts';
import { body, endpoint, idOf, json } from '../../../_endpoint.ts';

export const GET = endpoint('look', async (context) =>
  json(await listBenchRecords(database(), idOf(context))),
);

export const POST = endpoint('table', async (context) => {
  const input = await body(context.request, benchCreateSchema);
  return json(await addBenchRecord(database(), idOf(context), input), 201);
});
