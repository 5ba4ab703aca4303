import { writeRobotTable } from '../../../../../core/formats/tables/robotTable.ts';
import { database } from '../../../../../store/database.ts';
import { robotFile, robotFileText } from '../../../../../store/files.ts';
import { getRobot } from '../../../../../store/robots.ts';
import { download, endpoint, idOf } from '../../../_endpoint.ts';
import { streamed } from '../../../_stream.ts';

/** The robot with every setup and bench record: JSON, or CSV with `?format=csv`. */
export const GET = endpoint('look', async (context) => {
  const id = idOf(context);
  const { name } = await getRobot(database(), id);
  if (context.url.searchParams.get('format') === 'csv') {
    const file = await robotFile(database(), id);
    return download(writeRobotTable(file), 'text/csv', `${name}.robot.csv`);
  }
  const text = await streamed(database(), () => robotFileText(database(), id), false);
  return download(text, 'application/json', `${name}.robot.json`);
});
