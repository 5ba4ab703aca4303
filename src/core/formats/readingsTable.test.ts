import { describe, expect, it } from 'vitest';
import { radians } from '../mathematics/angle.ts';
import { headerOf, readReadings, type ReadingColumn } from './readingsTable.ts';

const COLUMNS: ReadingColumn[] = [
  { name: 'way', kind: 'word', words: ['left', 'right'] },
  { name: 'turns', kind: 'count' },
  { name: 'told', kind: 'length' },
  { name: 'turned', kind: 'angle', rightPositive: true },
  { name: 'left', kind: 'length', optional: true },
];

describe('a table of readings', () => {
  it('is read into core units by the units of its header', () => {
    const text = 'turned_deg;told_cm;way;turns\n90;50;left;5\n-45;12.5;right;1\n';
    expect(readReadings(text, COLUMNS)).toEqual([
      { way: 'left', turns: 5, told: 500, turned: -radians(90), left: null },
      { way: 'right', turns: 1, told: 125, turned: radians(45), left: null },
    ]);
    expect(COLUMNS.map(headerOf)).toEqual(['way', 'turns', 'told_mm', 'turned_deg', 'left_mm']);
  });

  const header = 'way,turns,told_mm,turned_deg,left_mm\n';
  it.each([
    [
      'a missing column',
      'way,turns,told_mm\nleft,1,2\n',
      /Line 1, column “turned_deg”: this column is missing/,
    ],
    [
      'a wrong unit',
      'way,turns,told_deg,turned_deg\nleft,1,2,3\n',
      /“deg” is no unit for this: write told_mm, told_cm/,
    ],
    ['a missing unit', 'way,turns,told,turned_deg\nleft,1,2,3\n', /the unit is missing|is no unit/],
    [
      'a decimal comma',
      header.replaceAll(',', ';') + 'left;1;2,5;3;\n',
      /Line 2, column “told_mm”: write 2.5 with a point/,
    ],
    ['a word', `${header}left,1,far,3,\n`, /“far” is not a number/],
    ['another word', `${header}ahead,1,2,3,\n`, /column “way”: write left or right/],
    ['half a turn', `${header}left,1.5,2,3,\n`, /write a whole number/],
    ['a gap', `${header}left,1,,3,\n`, /a number is missing/],
    ['no readings', header, /there are no readings below the header/],
  ])('is refused for %s, with line and column', (_, text, sentence) => {
    expect(() => readReadings(text, COLUMNS)).toThrow(sentence);
  });
});
