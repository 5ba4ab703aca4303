import { commandsSchema } from '../../../../../contracts/commands.ts';
import { touchToken } from '../../../../../store/club/linkTokens.ts';
import { clubDatabase, database } from '../../../../../store/database.ts';
import { dropCommands, sendCommands } from '../../../../../store/links.ts';
import { body, endpoint, idOf } from '../../../_endpoint.ts';

/** Gives the practice robot of a link something to do. */
export const POST = endpoint('table', async (context) => {
  const { commands } = await body(context.request, commandsSchema);
  const token = await sendCommands(database(), idOf(context), commands);
  // A link from last week wakes up when somebody gives it something to do.
  await touchToken(clubDatabase(), token);
  return new Response(null, { status: 204 });
});

/** Takes back what it has not begun. */
export const DELETE = endpoint('table', async (context) => {
  await dropCommands(database(), idOf(context));
  return new Response(null, { status: 204 });
});
