import { z } from 'zod';
import { database } from '../../../../../store/database.ts';
import { finishCommand, waitingCommands } from '../../../../../store/links.ts';
import { json, queryOf, tokenEndpoint } from '../../../_endpoint.ts';

const numberSchema = z.coerce.number().int().min(0);

/** Commands that wait for the practice robot, oldest first. */
export const GET = tokenEndpoint(async (_context, token) =>
  json(await waitingCommands(database(), token)),
);

/** Takes a finished command away by its `number`. */
export const DELETE = tokenEndpoint(async (context, token) => {
  await finishCommand(database(), token, queryOf(context, 'number', numberSchema) ?? 0);
  return new Response(null, { status: 204 });
});
