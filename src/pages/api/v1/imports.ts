import { readJsonFile, readRunsTable, type CorvatFile } from '../../../contracts/files.ts';
import { database } from '../../../store/database.ts';
import { importFiles } from '../../../store/files.ts';
import { bodyText, endpoint, json } from '../_endpoint.ts';

/** Takes in a robot, field, route or runs file: JSON, or CSV for runs. All of it or nothing. */
export const POST = endpoint(async ({ request }) => {
  const text = await bodyText(request);
  const [imported] = await importFiles(database(), [fileOf(text)]);
  return json(imported, 201);
});

function fileOf(text: string): CorvatFile {
  if (/^\s*[{[]/.test(text.replace(/^\uFEFF/, ''))) return readJsonFile(text);
  return { corvat: 'runs', version: 1, robot: 'by route', runs: readRunsTable(text) };
}
