import type { WaitingWrite } from './outbox.ts';

/** Saves what was laid aside as a file: a picture as it is, everything else as JSON with where it belongs. */
export function exportWrite({ method, path, content, run, runId }: WaitingWrite): void {
  const picture = content instanceof Blob;
  const blob = picture
    ? content
    : new Blob([JSON.stringify({ method, path, content: content ?? null, run }, null, 2)], {
        type: 'application/json',
      });
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = `${runId === null ? 'entry' : `run-${runId}`}.${picture ? (blob.type.split('/')[1] ?? 'bin') : 'json'}`;
  link.click();
  // The browser has taken it by the next turn.
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}
