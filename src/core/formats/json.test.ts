import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { jsonExcess } from './json.ts';

const limits = { depth: 4, values: 10 };

describe('a JSON text', () => {
  it('is too much when it is nested too deep or holds too many values', () => {
    expect(jsonExcess('[[[[1]]]]', limits)).toBeNull();
    expect(jsonExcess('[[[[[1]]]]]', limits)).toMatch(/nested more than 4 deep/);
    expect(jsonExcess(`[${'0,'.repeat(9)}0]`, limits)).toBeNull();
    expect(jsonExcess(`[${'0,'.repeat(10)}0]`, limits)).toMatch(/more than 10 values/);
  });

  it('is not taken for more by what stands in its strings', () => {
    const text = JSON.stringify(['[[[[[[,,,,,,,,,,,,"', '\\', '"\\"[[[[['.repeat(5)]);
    expect(jsonExcess(text, limits)).toBeNull();
    fc.assert(
      fc.property(fc.string(), (word) => jsonExcess(JSON.stringify([word]), limits) === null),
      { seed: 7 },
    );
  });
});
