import { writeJsonFile } from '../../../../../contracts/files.ts';
import { database } from '../../../../../store/database.ts';
import { fieldFile } from '../../../../../store/files.ts';
import { download, endpoint, idOf } from '../../../_endpoint.ts';

/** The field to scale, as a JSON file. */
export const GET = endpoint(async (context) => {
  const file = await fieldFile(database(), idOf(context));
  return download(writeJsonFile(file), 'application/json', `${file.name}.field.json`);
});
