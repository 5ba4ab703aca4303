import { listCopies } from '../../../store/copies.ts';
import { copiesFolder, copyBefore } from '../_copy.ts';
import { endpoint, json } from '../_endpoint.ts';

/** The copies of the whole database that lie in the data folder, newest first. */
export const GET = endpoint('club', async () => {
  const folder = copiesFolder();
  return json(folder === null ? [] : await listCopies(folder));
});

/** Takes one now. */
export const POST = endpoint('club', async () => {
  await copyBefore('by hand');
  const folder = copiesFolder();
  return json(folder === null ? [] : await listCopies(folder), 201);
});
