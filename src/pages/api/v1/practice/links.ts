import { timingSafeEqual } from 'node:crypto';
import { PRACTICE_KEY_HEADER } from '../../../../contracts/headers.ts';
import { database } from '../../../../store/database.ts';
import { practiceLinks } from '../../../../store/links.ts';
import { endpoint, json, refused } from '../../_endpoint.ts';
import { say } from '../../../../core/language/say.ts';

/** The links that wait for the practice robot, with their tokens: for nobody but the one that belongs to this Corvat. */
export const GET = endpoint(async ({ request }) => {
  const key = Buffer.from(process.env['CORVAT_PRACTICE_KEY'] ?? '');
  const given = Buffer.from(request.headers.get(PRACTICE_KEY_HEADER) ?? '');
  if (key.length === 0 || key.length !== given.length || !timingSafeEqual(key, given)) {
    throw refused(403, say`Only the practice robot of this Corvat may ask this.`);
  }
  return json(await practiceLinks(database()));
});
