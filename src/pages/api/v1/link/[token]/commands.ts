import { z } from 'zod';
import { tokenSchema } from '../../../../../contracts/link.ts';
import { database } from '../../../../../store/database.ts';
import { commandsAfter, finishCommand } from '../../../../../store/links.ts';
import { endpoint, json, paramOf, queryOf } from '../../../_endpoint.ts';

const numberSchema = z.coerce.number().int().min(0).max(1e9);

/** Commands for the practice robot after the number `after`. */
export const GET = endpoint(async (context) => {
  const token = paramOf(context, 'token', tokenSchema);
  return json(await commandsAfter(database(), token, queryOf(context, 'after', numberSchema) ?? 0));
});

/** Takes a finished command away by its `number`. */
export const DELETE = endpoint(async (context) => {
  const token = paramOf(context, 'token', tokenSchema);
  await finishCommand(database(), token, queryOf(context, 'number', numberSchema) ?? 0);
  return new Response(null, { status: 204 });
});
