import { writeJsonFile } from '../../../../../core/formats/files.ts';
import { database } from '../../../../../store/database.ts';
import { matchDocument } from '../../../../../store/documents.ts';
import { download, endpoint, idOf } from '../../../_endpoint.ts';

/** The match plan with its rehearsals. */
export const GET = endpoint('look', async (context) => {
  const file = await matchDocument(database(), idOf(context));
  return download(writeJsonFile(file), 'application/json', `${file.name}.match.json`);
});
