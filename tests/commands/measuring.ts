import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'vitest';
import type { PictureAnswer } from '../../src/commands/measure.ts';
import { ROOT } from '../application.ts';

const TABLES = join(ROOT, '.test/measure');

/** Measures a picture through the door for whoever scripts. */
export function measure(picture: string, table: unknown): { answer: PictureAnswer; said: string } {
  mkdirSync(TABLES, { recursive: true });
  const file = join(mkdtempSync(join(TABLES, 'table-')), 'table.json');
  writeFileSync(file, typeof table === 'string' ? table : JSON.stringify(table));
  const { stdout, stderr, status } = spawnSync(
    process.execPath,
    ['bin/corvat.mjs', 'measure', picture, '--table', file],
    { cwd: ROOT, encoding: 'utf8' },
  );
  expect(status).toBe(stdout === '' ? 1 : 0);
  return { answer: JSON.parse(stdout || 'null') as PictureAnswer, said: stderr.trim() };
}
