import { describe, expect, it } from 'vitest';
import { storedRun } from '../../../tests/fixtures/run.ts';
import type { Run } from '../../contracts/practices.ts';
import { withWaiting } from './withWaiting.ts';

const run = (id: string, minute: number, changes: Partial<Run> = {}): Run =>
  storedRun({ id, happenedAt: `2026-11-05T18:0${minute}:00.000Z`, version: 0, ...changes });
const write = (method: 'PUT' | 'PATCH' | 'DELETE', of: Run, refused: string | null = null) => ({
  method,
  runId: of.id,
  run: method === 'DELETE' ? null : of,
  refused,
});

describe('runs with what waits to be sent', () => {
  const stored = [run('a', 1), run('b', 3)];

  it('show a new run in its place, a change, and one that was taken back', () => {
    const shown = withWaiting(stored, [
      write('PUT', run('c', 2)),
      write('PATCH', run('b', 3, { note: 'new', version: 1 })),
      write('DELETE', stored[0]!),
    ]);
    expect(shown.map(({ id, note }) => [id, note])).toEqual([
      ['c', ''],
      ['b', 'new'],
    ]);
  });

  it('are made in order: logged, taken back and put back is there', () => {
    const of = run('c', 2);
    const all = [write('PUT', of), write('DELETE', of), write('PUT', of)];
    expect(withWaiting(stored, all).map(({ id }) => id)).toEqual(['a', 'c', 'b']);
    expect(withWaiting(stored, all.slice(0, 2))).toHaveLength(2);
  });

  it('do not show a change that was refused, but keep a run that was', () => {
    const changed = run('a', 1, { note: 'mine' });
    expect(withWaiting(stored, [write('PATCH', changed, 'stale')])[0]!.note).toBe('');
    expect(withWaiting(stored, [write('PUT', run('c', 2), 'no session')])).toHaveLength(3);
  });

  it('leave a run alone to which only a photo is added', () => {
    const photo = { method: 'PUT' as const, runId: 'a', run: null, refused: null };
    expect(withWaiting(stored, [photo])).toEqual(stored);
  });
});
