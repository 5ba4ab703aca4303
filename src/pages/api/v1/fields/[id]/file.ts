import { writeFieldSvg } from '../../../../../core/formats/tables/fieldSvg.ts';
import { writeFieldTable } from '../../../../../core/formats/tables/fieldTable.ts';
import { database } from '../../../../../store/database.ts';
import { fieldFile } from '../../../../../store/files.ts';
import { download, endpoint, idOf } from '../../../_endpoint.ts';
import { fileEndpoint } from '../../../_fileEndpoint.ts';

const asDocument = fileEndpoint('field', fieldFile, writeFieldTable);

/** The field to scale: JSON, CSV with `?format=csv`, or a drawing with `?format=svg`. */
export const GET = endpoint('look', async (context) => {
  if (context.url.searchParams.get('format') !== 'svg') return asDocument(context);
  const file = await fieldFile(database(), idOf(context));
  return download(writeFieldSvg(file), 'image/svg+xml', `${file.name}.field.svg`);
});
