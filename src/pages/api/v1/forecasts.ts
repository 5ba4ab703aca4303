import { inThread } from '../../../server/pool.ts';
import { endpoint, jsonBytes, jsonText } from '../_endpoint.ts';
import { say } from '../../../core/language/say.ts';

/** The same forecast that the browser's worker makes, for programs and for comparing. */
export const POST = endpoint('look', async ({ request }) =>
  jsonText(
    await inThread('forecast', await jsonBytes(request), {
      seconds: 30,
      tooLong: say`This forecast takes longer than 30 s. Ask for fewer runs, or for fewer moves.`,
      signal: request.signal,
    }),
  ),
);
