import { linkCreateSchema } from '../../../../contracts/link.ts';
import { database } from '../../../../store/database.ts';
import { forgetOldLines, openLink } from '../../../../store/links.ts';
import { body, endpoint, json } from '../../_endpoint.ts';

/** Opens a link; its token is the address to which a sender sends. */
export const POST = endpoint(async ({ request }) => {
  const input = await body(request, linkCreateSchema);
  await forgetOldLines(database());
  return json(await openLink(database(), input), 201);
});
