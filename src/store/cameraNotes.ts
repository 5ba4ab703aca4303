import type { Sequelize } from 'sequelize';
import type { CameraNote } from '../core/camera/notes.ts';
import { NotFound } from './errors.ts';
import { tablesOf } from './tables/index.ts';
import { say } from '../core/language/say.ts';

/** Everything that is known for measuring by pictures. */
export async function listCameraNotes(database: Sequelize): Promise<CameraNote[]> {
  const rows = await tablesOf(database).cameraNotes.findAll({ order: ['about', 'key'] });
  return rows.map(({ about, key, value }) => ({ about, key, value }) as CameraNote);
}

/** Notes what was found, in place of what was known. Throws {@link NotFound} for a field or a robot that is not here. */
export async function writeCameraNote(database: Sequelize, note: CameraNote): Promise<CameraNote> {
  const { cameraNotes, fields, robots } = tablesOf(database);
  const { about, key, value } = note;
  if (about === 'field' && (await fields.count({ where: { id: key } })) === 0)
    throw new NotFound(say`field`);
  if (about === 'robot' && (await robots.count({ where: { id: key } })) === 0)
    throw new NotFound(say`robot`);
  await cameraNotes.upsert({ about, key, value, updatedAt: new Date() });
  return note;
}
