import { LineIntake } from '../../../../../link/intake.ts';
import { say } from '../../../../../core/language/say.ts';
import { baseOfToken } from '../../../../../store/club/linkTokens.ts';
import { clubDatabase, database } from '../../../../../store/database.ts';
import { NotFound } from '../../../../../store/errors.ts';
import { getLink, takeLines } from '../../../../../store/links.ts';
import { json, tokenEndpoint } from '../../../_endpoint.ts';

/** The link with its receipt: a sender that was cut off goes on from `receipt.next`. */
export const GET = tokenEndpoint(async (_context, token) => json(await getLink(database(), token)));

/** Takes lines of telemetry, in one long request or in many short ones; answers with the receipt. */
export const POST = tokenEndpoint(async (context, token) => {
  const { receipt } = await getLink(database(), token);
  const intake = new LineIntake(receipt, async (read) => {
    // A request can last as long as a run: whose device was sent away meanwhile is not listened to any more.
    if ((await baseOfToken(clubDatabase(), token)) === null) throw new NotFound(say`link`);
    return takeLines(database(), token, read);
  });
  return json(await intake.read(context.request.body, context.request.signal));
});
