import { expect, it } from 'vitest';
import { glossary } from './glossary.ts';

it('has each word once, by the alphabet, in a sentence or two', () => {
  const terms = glossary().map(({ term }) => term);
  expect(terms).toEqual([...new Set(terms)].sort((a, b) => a.localeCompare(b)));
  for (const { means } of glossary()) expect(means).toMatch(/^\p{L}.{20,}\.$/u);
});
