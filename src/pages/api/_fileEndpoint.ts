import type { Sequelize } from 'sequelize';
import type { APIRoute } from 'astro';
import { writeJsonFile, type FieldFile, type RouteFile } from '../../core/formats/files.ts';
import { database } from '../../store/database.ts';
import { download, endpoint, idOf } from './_endpoint.ts';

/** An endpoint that gives a document as a file: JSON, or CSV with `?format=csv`. */
export function fileEndpoint<T extends FieldFile | RouteFile>(
  kind: T['corvat'],
  load: (database: Sequelize, id: string) => Promise<T>,
  writeTable: (file: T) => string,
): APIRoute {
  return endpoint('look', async (context) => {
    const file = await load(database(), idOf(context));
    return context.url.searchParams.get('format') === 'csv'
      ? download(writeTable(file), 'text/csv', `${file.name}.${kind}.csv`)
      : download(writeJsonFile(file), 'application/json', `${file.name}.${kind}.json`);
  });
}
