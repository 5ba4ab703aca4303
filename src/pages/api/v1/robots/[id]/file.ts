import { writeJsonFile } from '../../../../../contracts/files.ts';
import { database } from '../../../../../store/database.ts';
import { robotFile } from '../../../../../store/files.ts';
import { download, endpoint, idOf } from '../../../_endpoint.ts';

/** The robot with every setup and bench record, as a JSON file. */
export const GET = endpoint(async (context) => {
  const file = await robotFile(database(), idOf(context));
  return download(writeJsonFile(file), 'application/json', `${file.name}.robot.json`);
});
