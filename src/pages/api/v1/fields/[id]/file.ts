import { writeFieldTable } from '../../../../../contracts/tables/fieldTable.ts';
import { fieldFile } from '../../../../../store/files.ts';
import { fileEndpoint } from '../../../_fileEndpoint.ts';

/** The field to scale: JSON, or CSV with `?format=csv`. */
export const GET = fileEndpoint('field', fieldFile, writeFieldTable);
