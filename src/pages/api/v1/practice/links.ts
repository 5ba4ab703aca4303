import { timingSafeEqual } from 'node:crypto';
import { PRACTICE_HOLDER_HEADER, PRACTICE_KEY_HEADER } from '../../../../contracts/headers.ts';
import type { PracticeLink } from '../../../../contracts/link.ts';
import { idSchema } from '../../../../core/schema/scalars.ts';
import { practiceTokensFor } from '../../../../store/club/linkTokens.ts';
import { clubDatabase, database, inTeamDatabase } from '../../../../store/database.ts';
import { practiceLinks } from '../../../../store/links.ts';
import { endpoint, json, refused } from '../../_endpoint.ts';
import { say } from '../../../../core/language/say.ts';

/**
 * The links that a practice robot serves, with their tokens: for nobody but those that belong to this Corvat. Of several,
 * one to a machine, each link is served by one.
 */
export const GET = endpoint('nothing', async ({ request }) => {
  const key = Buffer.from(process.env['CORVAT_PRACTICE_KEY'] ?? '');
  const given = Buffer.from(request.headers.get(PRACTICE_KEY_HEADER) ?? '');
  const holder = idSchema.safeParse(request.headers.get(PRACTICE_HOLDER_HEADER));
  if (key.length === 0 || key.length !== given.length || !timingSafeEqual(key, given)) {
    throw refused(401, say`Only the practice robot of this Corvat may ask this.`);
  }
  if (!holder.success) throw refused(400, say`The practice robot has to say which one it is.`);
  const links: PracticeLink[] = [];
  for (const [base, tokens] of await practiceTokensFor(clubDatabase(), holder.data)) {
    links.push(...(await inTeamDatabase(base, () => practiceLinks(database(), tokens))));
  }
  return json(links);
});
