import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { DEMO_FILES } from '../../demo/make.ts';
import { readRunsTable, writeRunsTable } from '../../src/core/formats/tables/runsTable.ts';

it.each(Object.keys(DEMO_FILES))('demo/%s is what its seed makes', (name) => {
  const stored = readFileSync(new URL(`../../demo/${name}`, import.meta.url), 'utf8');
  expect(DEMO_FILES[name]).toBe(stored);
});

it('runs come back from CSV without loss', () => {
  const text = DEMO_FILES['runs.csv']!;
  expect(writeRunsTable(readRunsTable(text))).toBe(text);
});
