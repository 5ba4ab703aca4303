import { database } from '../../../../store/database.ts';
import { undoImport } from '../../../../store/imports.ts';
import { endpoint, idOf, json } from '../../_endpoint.ts';
import { copyBefore } from '../../_copy.ts';

/** Takes an import back, after a copy of everything. */
export const DELETE = endpoint('coach', async (context) => {
  await copyBefore('before undoing an import');
  return json(await undoImport(database(), idOf(context)));
});
