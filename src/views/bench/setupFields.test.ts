import { describe, expect, it } from 'vitest';
import { foundGroups, SETUP_GROUPS } from './setupFields.ts';

const paths = (groups: ReturnType<typeof foundGroups>) =>
  groups.flatMap(({ fields }) => fields.map(({ path }) => path));

describe('the search in all numbers', () => {
  it('finds by every word, in any order, in the number’s words or its group’s', () => {
    expect(paths(foundGroups('wheel DIAM', null))).toContain('drive.wheelDiameter');
    expect(paths(foundGroups('diameter wheel', null))).toContain('drive.wheelDiameter');
    expect(paths(foundGroups('outline width', null))).toEqual(['body.width']);
    expect(foundGroups('wheel banana', null)).toEqual([]);
  });

  it('shows all for nothing, and only those that are wanted', () => {
    expect(foundGroups(' ', null)).toEqual(SETUP_GROUPS);
    expect(paths(foundGroups('', (path) => path === 'gyro.bias'))).toEqual(['gyro.bias']);
  });
});
