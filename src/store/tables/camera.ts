import type { CameraNote } from '../../core/camera/notes.ts';
import { document, instant, key, table, textUpTo } from './columns.ts';

/** What is known for measuring by pictures, of fields, robots and lenses. */
export const cameraNotes = table('camera_notes', {
  about: key(textUpTo<CameraNote['about']>(10)),
  /** The field, the robot, or what a camera calls itself. */
  key: key(textUpTo(120)),
  value: document<CameraNote['value']>(),
  updatedAt: instant,
});
