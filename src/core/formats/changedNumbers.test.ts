import { expect, it } from 'vitest';
import { newMove } from '../moves/index.ts';
import { STARTING_SETUP, withSetupValues } from '../robot/parameters.ts';
import { changedNumbers } from './changedNumbers.ts';
import { programSheet } from './programSheet.ts';

const setup = withSetupValues(STARTING_SETUP, { 'range.noise': 0 });
const drive = newMove('drive', 'd', { distance: 300 });
const approach = newMove('approach', 'a', { distance: 80 });
const sheetOf = (...moves: Parameters<typeof programSheet>[0]['moves']) =>
  programSheet({ startId: 's', moves }, setup);

it('says each number that changed, by its step, as somebody types it', () => {
  const before = sheetOf(drive, approach);
  const after = sheetOf(drive, { ...approach, distance: 54 });
  const reading = (sheet: typeof before) =>
    sheet[1]!.numbers.find(({ label }) => label === 'Stop at reading')!.value;
  expect(Number(reading(before)) - Number(reading(after))).toBe(26);
  expect(changedNumbers(before, after)).toEqual([
    {
      step: 2,
      kind: 'changed',
      title: 'Approach to 54 mm',
      numbers: [`stop at reading ${reading(before)} → ${reading(after)} mm`],
    },
  ]);
});

it('is empty where nothing changed, and follows a step that only moved', () => {
  const turn = newMove('turn', 't');
  expect(changedNumbers(sheetOf(drive, approach), sheetOf(drive, approach))).toEqual([]);
  const moved = changedNumbers(sheetOf(drive, approach), sheetOf(turn, drive, approach));
  expect(moved.map(({ step, kind }) => [step, kind])).toEqual([[1, 'new']]);
  expect(moved[0]!.numbers.length).toBeGreaterThan(1);
});

it('names the steps that are gone by their old places', () => {
  const gone = changedNumbers(sheetOf(drive, approach), sheetOf(approach));
  expect(gone).toEqual([{ step: 1, kind: 'gone', title: 'Drive 300 mm', numbers: [] }]);
});
