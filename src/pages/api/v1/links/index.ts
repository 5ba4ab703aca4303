import { linkCreateSchema } from '../../../../contracts/link.ts';
import { enterToken } from '../../../../store/club/linkTokens.ts';
import { clubDatabase, database } from '../../../../store/database.ts';
import { forgetOldLines, openLink } from '../../../../store/links.ts';
import { askerIn, body, endpoint, json } from '../../_endpoint.ts';

/** Opens a link; its token is the address to which a sender sends, for as long as the device that opened it may stay. */
export const POST = endpoint('table', async (context) => {
  const input = await body(context.request, linkCreateSchema);
  await forgetOldLines(database());
  const link = await openLink(database(), input);
  const { team, device } = askerIn(context);
  await enterToken(clubDatabase(), {
    token: link.token,
    teamId: team.id,
    deviceId: device?.id ?? null,
    practice: input.practice,
  });
  return json(link, 201);
});
