import { readAnyFile } from '../../../contracts/tables/anyFile.ts';
import { database } from '../../../store/database.ts';
import { importFiles } from '../../../store/files.ts';
import { bodyText, endpoint, json } from '../_endpoint.ts';

/** A season with its recordings fits into a bundle of this size, bytes. */
const LARGEST_FILE = 200 * 1024 * 1024;

/** Takes in a robot, field, route or runs file, JSON or CSV. All of it or nothing. */
export const POST = endpoint(async ({ request }) => {
  const text = await bodyText(request, LARGEST_FILE);
  const [imported] = await importFiles(database(), [readAnyFile(text)]);
  return json(imported, 201);
});
