import type { CameraNote } from '../../core/camera/notes.ts';
import { tablesOf } from '../tables/index.ts';
import type { IntakeContext } from './context.ts';

/** Takes in what is known for measuring by pictures; what is known here already stays. */
export async function takeCameraNote(context: IntakeContext, note: CameraNote): Promise<void> {
  const { cameraNotes } = tablesOf(context.database);
  const { about, value } = note;
  const key = about === 'lens' ? note.key : context.idOf(note.key);
  if ((await cameraNotes.count({ where: { about, key } })) > 0) return;
  await cameraNotes.create({ about, key, value, updatedAt: new Date() });
}
