import { z } from 'zod';
import { drillRecordSchema } from '../../../../contracts/drills.ts';
import { database } from '../../../../store/database.ts';
import { forgetDrills, listDrills, putDrill } from '../../../../store/drills.ts';
import { body, endpoint, json } from '../../_endpoint.ts';

/** The drills of everybody, newest first. */
export const GET = endpoint('look', async () => json(await listDrills(database())));

/** Writes a drill down; twice is the same as once. */
export const PUT = endpoint('table', async ({ request }) => {
  await putDrill(database(), await body(request, drillRecordSchema));
  return new Response(null, { status: 204 });
});

/** Forgets all drills of somebody, by `?initials=`. */
export const DELETE = endpoint('coach', async ({ url }) => {
  await forgetDrills(database(), z.string().max(4).parse(url.searchParams.get('initials')));
  return new Response(null, { status: 204 });
});
