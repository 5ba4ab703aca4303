import { writeJsonFile } from '../../../contracts/files.ts';
import { database } from '../../../store/database.ts';
import { wholeBundle } from '../../../store/files.ts';
import { download, endpoint } from '../_endpoint.ts';

/** Everything that is here, in one file that another Corvat takes in without loss. */
export const GET = endpoint(async () => {
  const bundle = await wholeBundle(database());
  return download(writeJsonFile(bundle), 'application/json', 'corvat.bundle.json');
});
