import { saveFile } from '../saveFile.ts';
import type { WaitingWrite } from './outbox.ts';

/** Saves what was laid aside as a file: a picture as it is, everything else as JSON with where it belongs. */
export function exportWrite({ method, path, content, run, runId }: WaitingWrite): void {
  const picture = content instanceof Blob;
  const blob = picture
    ? content
    : new Blob([JSON.stringify({ method, path, content: content ?? null, run }, null, 2)], {
        type: 'application/json',
      });
  const ending = picture ? (blob.type.split('/')[1] ?? 'bin') : 'json';
  saveFile(blob, `${runId === null ? 'entry' : `run-${runId}`}.${ending}`);
}
