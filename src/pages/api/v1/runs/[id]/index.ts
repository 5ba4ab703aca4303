import { DEVICE_TIME_HEADER } from '../../../../../contracts/headers.ts';
import { runCreateSchema, runUpdateSchema } from '../../../../../contracts/practices.ts';
import { instantSchema } from '../../../../../core/schema/scalars.ts';
import { database } from '../../../../../store/database.ts';
import { getRun, putRun, updateRun, withdrawRun } from '../../../../../store/runs.ts';
import { body, endpoint, idOf, json } from '../../../_endpoint.ts';

export const GET = endpoint('look', async (context) =>
  json(await getRun(database(), idOf(context))),
);

/**
 * Logs a run under the client's identifier: 201 the first time, 200 when it was there already. The header
 * `corvat-device-time` says what the device's clock shows while it sends.
 */
export const PUT = endpoint('table', async (context) => {
  const input = await body(context.request, runCreateSchema);
  const clock = instantSchema.safeParse(context.request.headers.get(DEVICE_TIME_HEADER));
  const { run, created } = await putRun(
    database(),
    idOf(context),
    input,
    clock.success ? new Date(clock.data) : null,
  );
  return json(run, created ? 201 : 200);
});

export const PATCH = endpoint('table', async (context) => {
  const change = await body(context.request, runUpdateSchema);
  return json(await updateRun(database(), idOf(context), change));
});

export const DELETE = endpoint('table', async (context) => {
  await withdrawRun(database(), idOf(context));
  return new Response(null, { status: 204 });
});
