import { describe, expect, it } from 'vitest';
import { radians } from '../../core/mathematics/angle.ts';
import {
  readCell,
  readRow,
  rowOf,
  withoutLast,
  withReadings,
  withReadyRows,
} from './readingRows.ts';
import type { ShownColumn } from './trialBench.ts';

const COLUMNS: ShownColumn[] = [
  { name: 'way', label: 'way', kind: 'word', words: ['right', 'left'], keep: true },
  { name: 'told', label: 'told', kind: 'angle', rightPositive: true, keep: true },
  { name: 'far', label: 'far', kind: 'length' },
  { name: 'left', label: 'left', kind: 'length', optional: true },
];
const cells = (row: { cells: Record<string, string> }) => row.cells;

describe('rows of readings', () => {
  it('read units, words by their first letter, and turn right into core angles', () => {
    const row = { key: 'k', struck: null, cells: { way: 'l', told: '90', far: '43 cm', left: '' } };
    expect(readRow(row, COLUMNS)).toEqual({
      way: 'left',
      told: -radians(90),
      far: 430,
      left: null,
    });
  });

  it('are no reading while a cell is missing or cannot be read', () => {
    const row = { key: 'k', struck: null, cells: { way: 'left', told: '90', far: '', left: '' } };
    expect(readRow(row, COLUMNS)).toBeNull();
    expect(readRow({ ...row, cells: { ...row.cells, far: '4 pounds' } }, COLUMNS)).toBeNull();
    expect(readCell('4 pounds', COLUMNS[2]!)).toMatchObject({
      fault: expect.stringContaining('no unit') as string,
    });
    expect(readCell('up', COLUMNS[0]!)).toEqual({ fault: 'Write right or left.' });
    expect(readCell('1.5', { name: 'n', label: 'n', kind: 'count' })).toHaveProperty('fault');
  });

  it('say a reading as people would type it, and read it back', () => {
    const reading = { way: 'right', told: radians(-45.5), far: 431.2, left: -3 };
    const row = rowOf(reading, COLUMNS);
    expect(cells(row)).toEqual({ way: 'right', told: '45.5', far: '431.2', left: '-3' });
    const back = readRow(row, COLUMNS)!;
    expect(back['told']).toBeCloseTo(reading.told, 12);
    expect({ ...back, told: 0 }).toEqual({ ...reading, told: 0 });
  });

  it('have room for the next reading, with what stays the same filled in', () => {
    const rows = withReadyRows(
      [rowOf({ way: 'left', told: -1, far: 5, left: null }, COLUMNS)],
      COLUMNS,
    );
    expect(rows).toHaveLength(3);
    expect(cells(rows[2]!)).toMatchObject({ way: 'left', far: '' });
    expect(cells(withReadyRows([], COLUMNS)[0]!)).toEqual({
      way: 'right',
      told: '',
      far: '',
      left: '',
    });
  });

  it('give back the last reading, and no row that only holds what stays the same', () => {
    const two = [1, 2].map((far) => rowOf({ way: 'left', told: 1, far, left: null }, COLUMNS));
    const rows = withoutLast(withReadyRows(two, COLUMNS), COLUMNS);
    expect(rows.map((row) => row.cells['far'])).toEqual(['1', '', '']);
    expect(withoutLast(withReadyRows([], COLUMNS), COLUMNS)).toHaveLength(2);
  });

  it('take new readings behind the last filled row', () => {
    const first = withReadyRows(
      [rowOf({ way: 'left', told: 1, far: 5, left: null }, COLUMNS)],
      COLUMNS,
    );
    const rows = withReadings(first, [{ way: 'right', told: 1, far: 6, left: 2 }], COLUMNS);
    expect(rows.map((row) => row.cells['far'])).toEqual(['5', '6', '', '']);
  });
});
