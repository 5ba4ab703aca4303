import { spawnSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { FilmedRun } from '../src/commands/film.ts';
import { ROOT } from './application.ts';

/** A film of the practice robot on a route, what happened in it, and what makes Chromium take it for a camera. */
export interface Film {
  file: string;
  runs: FilmedRun[];
  cameraOf: readonly string[];
}

/** Films a route of an application for so many seconds. */
export async function filmOf(
  address: string,
  routeId: string,
  folder: string,
  seconds: number,
): Promise<Film> {
  const [bundle, file] = ['one.bundle', 'film.mjpeg'].map((name) => join(ROOT, folder, name)) as [
    string,
    string,
  ];
  mkdirSync(join(ROOT, folder), { recursive: true });
  const answer = await fetch(`${address}/api/v1/routes/${routeId}/bundle`);
  writeFileSync(bundle, Buffer.from(await answer.arrayBuffer()));
  const words = ['bin/corvat.mjs', 'film', bundle, '--to', file, '--seconds', String(seconds)];
  const { stdout, stderr, status } = spawnSync('node', words, { cwd: ROOT, encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
  return {
    file,
    runs: stdout
      .trim()
      .split('\n')
      .filter((line) => line !== '')
      .map((line) => JSON.parse(line) as FilmedRun),
    cameraOf: [
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${file}`,
    ],
  };
}
