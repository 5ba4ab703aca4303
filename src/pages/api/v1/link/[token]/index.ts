import { LineIntake } from '../../../../../link/intake.ts';
import { database } from '../../../../../store/database.ts';
import { getLink, takeLines } from '../../../../../store/links.ts';
import { json, tokenEndpoint } from '../../../_endpoint.ts';

/** The link with its receipt: a sender that was cut off goes on from `receipt.next`. */
export const GET = tokenEndpoint(async (_context, token) => json(await getLink(database(), token)));

/** Takes lines of telemetry, in one long request or in many short ones; answers with the receipt. */
export const POST = tokenEndpoint(async (context, token) => {
  const { receipt } = await getLink(database(), token);
  const intake = new LineIntake(receipt, (read) => takeLines(database(), token, read));
  return json(await intake.read(context.request.body, context.request.signal));
});
