import { commandsSchema } from '../../../../../contracts/commands.ts';
import { database } from '../../../../../store/database.ts';
import { dropCommands, sendCommands } from '../../../../../store/links.ts';
import { body, endpoint, idOf } from '../../../_endpoint.ts';

/** Gives the practice robot of a link something to do. */
export const POST = endpoint(async (context) => {
  const { commands } = await body(context.request, commandsSchema);
  await sendCommands(database(), idOf(context), commands);
  return new Response(null, { status: 204 });
});

/** Takes back what it has not begun. */
export const DELETE = endpoint(async (context) => {
  await dropCommands(database(), idOf(context));
  return new Response(null, { status: 204 });
});
