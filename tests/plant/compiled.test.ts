import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { compilePlant } from '../../bin/compilePlant.ts';

it('The compiled plant is what its sources and the robot numbers give: else run `npm run plant`', () => {
  const folder = new URL('../../src/core/simulation/', import.meta.url);
  for (const [file, contents] of Object.entries(compilePlant())) {
    expect(readFileSync(new URL(file, folder), 'utf8') === contents, file).toBe(true);
  }
});
