import { z } from 'zod';
import { commandsSchema, tokenSchema } from '../../../../../contracts/link.ts';
import { database } from '../../../../../store/database.ts';
import {
  commandsAfter,
  dropCommands,
  finishCommand,
  sendCommands,
} from '../../../../../store/links.ts';
import { body, endpoint, json, paramOf } from '../../../_endpoint.ts';

const numberSchema = z.coerce.number().int().nonnegative().catch(0);
const numberIn = (context: { url: URL }, name: string) =>
  numberSchema.parse(context.url.searchParams.get(name) ?? 0);

/** Commands for the practice robot after the number `after`. */
export const GET = endpoint(async (context) =>
  json(
    await commandsAfter(
      database(),
      paramOf(context, 'token', tokenSchema),
      numberIn(context, 'after'),
    ),
  ),
);

export const POST = endpoint(async (context) => {
  const { commands } = await body(context.request, commandsSchema);
  await sendCommands(database(), paramOf(context, 'token', tokenSchema), commands);
  return new Response(null, { status: 204 });
});

/** Takes a finished command away by its `number`, or without one all that have not begun. */
export const DELETE = endpoint(async (context) => {
  const token = paramOf(context, 'token', tokenSchema);
  const number = numberIn(context, 'number');
  await (number > 0 ? finishCommand(database(), token, number) : dropCommands(database(), token));
  return new Response(null, { status: 204 });
});
