import { expect, it } from 'vitest';
import { runSets } from './runSets.ts';

const names = { session: (id: string) => `evening ${id}`, setup: (id: string) => `setup ${id}` };
const run = (revisionNumber: number, sessionId: string, jig: boolean | null) => ({
  revisionNumber,
  sessionId,
  setupId: '2',
  jig,
});

it('Runs are sorted by revision, session and jig; a kind of one set is left out', () => {
  const sets = runSets([run(1, 'a', true), run(1, 'b', false), run(2, 'b', null)], names);
  expect(sets.map(({ words, runs }) => [words, runs.length])).toEqual([
    ['revision 1', 2],
    ['revision 2', 1],
    ['evening a', 1],
    ['evening b', 2],
    ['with jig', 1],
    ['without jig', 1],
  ]);
});
