import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { FIELD } from '../../demo/field.ts';
import { tagDetector } from '../../src/core/camera/detectTags.ts';
import { tagFollower } from '../../src/core/camera/followTags.ts';
import { LiveWatch } from '../../src/core/camera/liveWatch.ts';
import { filmedRun, lengthOf, practiceTurn } from '../../src/core/camera/practice/outing.ts';
import { practiceCamera } from '../../src/core/camera/practice/picture.ts';
import { practiceView } from '../../src/core/camera/practice/view.ts';
import { cornerTags, usualRobotTag } from '../../src/core/camera/usualTags.ts';
import type { RobotFile, RouteFile } from '../../src/core/formats/files.ts';
import { practiceTruth } from '../../src/core/practice/truth.ts';
import { nominalRun, randomRun } from '../../src/core/simulation/run.ts';
import { ROOT } from '../application.ts';

/**
 * `npm run trial:camera-hour -- 60`: watches a table for so many minutes of pictures, fifteen a second, as fast as it can:
 * the same practice run is put down, driven and taken away again and again. Says what the memory does meanwhile.
 */
const RATE = 15;
/** How often it is said, minutes of pictures. */
const SAID_EVERY = 5;

const report = (line: string) => process.stdout.write(`${line}\n`);
const read = <T>(name: string) =>
  JSON.parse(readFileSync(join(ROOT, `demo/${name}.json`), 'utf8')) as T;

const minutes = Number(process.argv[2] ?? 60);
const { setup } = read<RobotFile>('robot').setups.at(-1)!;
const { plan } = read<RouteFile>('route-heron-hide').revisions.at(-1)!;
const [tags, robotTag] = [cornerTags(FIELD), usualRobotTag(setup)];
const camera = practiceCamera(practiceView(FIELD, setup, tags, robotTag, 3));
const experiment = { plan, field: FIELD, estimated: setup, trueParameters: setup };
const trueParameters = practiceTruth(setup, 500).setup;
const turn = practiceTurn(
  filmedRun(randomRun({ ...experiment, trueParameters }, 91, 1)),
  91,
  1,
  'none',
);
const film = Array.from({ length: Math.ceil(lengthOf(turn) * RATE) }, (_, i) =>
  camera.picture(turn.sceneAt, i / RATE),
);
const follower = tagFollower(await tagDetector());
const watch = new LiveWatch({ tags, robotTag, lens: null, ways: [nominalRun(experiment)] });
let runs = 0;
const begun = performance.now();
for (let i = 0; i <= minutes * 60 * RATE; i++) {
  const picture = film[i % film.length]!;
  if (watch.see(follower.find(picture), picture, i / RATE).run !== null) runs++;
  if (i % (SAID_EVERY * 60 * RATE) !== 0) continue;
  globalThis.gc?.();
  const { heapUsed, external, arrayBuffers, rss } = process.memoryUsage();
  const mega = (bytes: number) => (bytes / 2 ** 20).toFixed(1);
  report(
    `${i / 60 / RATE} min, ${runs} runs: heap ${mega(heapUsed)} MB, buffers ${mega(external + arrayBuffers)} MB, in all ${mega(rss)} MB; ${(((performance.now() - begun) / Math.max(1, i)) | 0).toFixed(0)} ms a picture`,
  );
}
