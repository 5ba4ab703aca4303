import { tokenSchema } from '../../../../../contracts/link.ts';
import { LineIntake } from '../../../../../link/intake.ts';
import { database } from '../../../../../store/database.ts';
import { getLink, takeLines } from '../../../../../store/links.ts';
import { endpoint, json, paramOf } from '../../../_endpoint.ts';

/** The link with its receipt: a sender that was cut off goes on from `receipt.next`. */
export const GET = endpoint(async (context) =>
  json(await getLink(database(), paramOf(context, 'token', tokenSchema))),
);

/** Takes lines of telemetry, in one long request or in many short ones; answers with the receipt. */
export const POST = endpoint(async (context) => {
  const token = paramOf(context, 'token', tokenSchema);
  const { receipt } = await getLink(database(), token);
  const intake = new LineIntake(receipt, (read) => takeLines(database(), token, read));
  return json(await intake.read(context.request.body, context.request.signal));
});
