import { z } from 'zod';
import { archiveSchema, KEPT_THINGS } from '../../../../../contracts/kept.ts';
import { database } from '../../../../../store/database.ts';
import { archive, listKept, remove } from '../../../../../store/removal.ts';
import { copyBefore } from '../../../_copy.ts';
import { body, endpoint, idOf, json, paramOf } from '../../../_endpoint.ts';

const thingSchema = z.enum(KEPT_THINGS);

/** Puts a thing away, or takes it out again. */
export const PATCH = endpoint('coach', async (context) => {
  const thing = paramOf(context, 'thing', thingSchema);
  const { archived } = await body(context.request, archiveSchema);
  await archive(database(), thing, idOf(context), archived);
  return json((await listKept(database()))[thing]);
});

/** Deletes a thing with what hangs on it, after a copy of everything. */
export const DELETE = endpoint('coach', async (context) => {
  const thing = paramOf(context, 'thing', thingSchema);
  const id = idOf(context);
  await copyBefore(`before deleting from ${thing}`);
  await remove(database(), thing, id);
  return json((await listKept(database()))[thing]);
});
