import { writeRobotTable } from '../../../../../contracts/tables/robotTable.ts';
import { robotFile } from '../../../../../store/files.ts';
import { fileEndpoint } from '../../../_fileEndpoint.ts';

/** The robot with every setup and bench record: JSON, or CSV with `?format=csv`. */
export const GET = fileEndpoint('robot', robotFile, writeRobotTable);
