import { benchCreateSchema } from '../../../../../contracts/bench.ts';
import { addBenchRecord, listBenchRecords } from '../../../../../store/benchRecords.ts';
import { database } from '../../../../../store/database.ts';
import { body, endpoint, idOf, json } from '../../../_endpoint.ts';

export const GET = endpoint(async (context) =>
  json(await listBenchRecords(database(), idOf(context))),
);

export const POST = endpoint(async (context) => {
  const input = await body(context.request, benchCreateSchema);
  return json(await addBenchRecord(database(), idOf(context), input), 201);
});
