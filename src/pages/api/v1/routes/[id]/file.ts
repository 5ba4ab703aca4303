import { writeRouteTable } from '../../../../../core/formats/tables/routeTable.ts';
import { routeFile } from '../../../../../store/files.ts';
import { fileEndpoint } from '../../../_fileEndpoint.ts';

/** The route with every revision: JSON, or CSV with `?format=csv`. */
export const GET = fileEndpoint('route', routeFile, writeRouteTable);
