import { deviceUpdateSchema } from '../../../../contracts/devices.ts';
import { listDevices, sendAway, updateDevice } from '../../../../store/club/devices.ts';
import { clubDatabase } from '../../../../store/database.ts';
import { askerIn, body, endpoint, idOf, json } from '../../_endpoint.ts';

/** Names a device, or gives it another role. */
export const PATCH = endpoint('coach', async (context) => {
  const change = await body(context.request, deviceUpdateSchema);
  const { team } = askerIn(context);
  await updateDevice(clubDatabase(), team.id, idOf(context), change);
  return json(await listDevices(clubDatabase(), team.id));
});

/** Sends a device away: the next thing that it asks is not answered. */
export const DELETE = endpoint('coach', async (context) => {
  const { team } = askerIn(context);
  await sendAway(clubDatabase(), team.id, idOf(context));
  return json(await listDevices(clubDatabase(), team.id));
});
