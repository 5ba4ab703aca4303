import { listDevices } from '../../../../store/club/devices.ts';
import { clubDatabase } from '../../../../store/database.ts';
import { askerIn, endpoint, json } from '../../_endpoint.ts';

/** The devices of the team, those used last first. */
export const GET = endpoint('coach', async (context) =>
  json(await listDevices(clubDatabase(), askerIn(context).team.id)),
);
