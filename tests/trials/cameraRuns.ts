import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { FIELD } from '../../demo/field.ts';
import { tagDetector } from '../../src/core/camera/detectTags.ts';
import { tagFollower } from '../../src/core/camera/followTags.ts';
import type { GreyPicture } from '../../src/core/camera/greyPicture.ts';
import { LiveWatch, type CameraRun } from '../../src/core/camera/liveWatch.ts';
import {
  filmedRun,
  lengthOf,
  practiceTurn,
  type Mishap,
} from '../../src/core/camera/practice/outing.ts';
import { practiceCamera } from '../../src/core/camera/practice/picture.ts';
import { practiceView } from '../../src/core/camera/practice/view.ts';
import { cornerTags, usualRobotTag } from '../../src/core/camera/usualTags.ts';
import type { RobotFile, RouteFile } from '../../src/core/formats/files.ts';
import { degrees } from '../../src/core/mathematics/angle.ts';
import { normal, uniform } from '../../src/core/mathematics/randomness.ts';
import { practiceTruth } from '../../src/core/practice/truth.ts';
import { nominalRun, randomRun } from '../../src/core/simulation/run.ts';
import { ROOT } from '../application.ts';
import { percentile } from '../speed/figure.ts';

/**
 * `npm run trial:camera-runs -- 200 10000`: the practice camera films so many runs with hands, bumps and liftings, and what
 * is logged of them is compared with what was driven; then so many pictures without a tag are searched for tags. A third
 * number says with which picture that begins, so that two cores can share it.
 */
const MISHAPS: readonly Mishap[] = [
  'none',
  'none',
  'hand',
  'bump',
  'none',
  'lift',
  'picked early',
  'straightened',
];
/** Pictures a second: as many as this machine looks at while it does everything else. */
const RATE = 16;

const report = (line: string) => process.stdout.write(`${line}\n`);
const read = <T>(name: string) =>
  JSON.parse(readFileSync(join(ROOT, `demo/${name}.json`), 'utf8')) as T;

async function runs(count: number): Promise<void> {
  const { setup } = read<RobotFile>('robot').setups.at(-1)!;
  const { plan } = read<RouteFile>('route-heron-hide').revisions.at(-1)!;
  const detector = await tagDetector();
  const [tags, robotTag] = [cornerTags(FIELD), usualRobotTag(setup)];
  const camera = practiceCamera(practiceView(FIELD, setup, tags, robotTag, 3));
  const experiment = { plan, field: FIELD, estimated: setup, trueParameters: setup };
  const ways = [nominalRun(experiment)];
  const tally = new Map<string, number>();
  const [turns, lengths, late, places]: [number[], number[], number[], number[]] = [[], [], [], []];
  for (let i = 0; i < count; i++) {
    const trueParameters = practiceTruth(setup, 500 + Math.floor(i / 20)).setup;
    const mishap = MISHAPS[i % MISHAPS.length]!;
    const driven = randomRun({ ...experiment, trueParameters }, 91, i);
    const turn = practiceTurn(filmedRun(driven), 91, i, mishap);
    const watch = new LiveWatch({ tags, robotTag, lens: null, ways });
    const follower = tagFollower(detector);
    const logged: CameraRun[] = [];
    for (let time = 0; time < lengthOf(turn); time += 1 / RATE) {
      const picture = camera.picture(turn.sceneAt, time);
      const { run } = watch.see(follower.find(picture), picture, time);
      if (run !== null) logged.push(run);
    }
    const word =
      logged.length === 0
        ? 'no run'
        : logged
            .map(({ doubts }) => (doubts.length === 0 ? 'logged' : `asked: ${doubts.join(', ')}`))
            .join(' and ');
    tally.set(`${mishap}: ${word}`, (tally.get(`${mishap}: ${word}`) ?? 0) + 1);
    const [run] = logged;
    if (run === undefined || !['none', 'hand', 'straightened'].includes(mishap)) continue;
    late.push(run.decided - turn.stands);
    const end = turn.sceneAt(turn.stands).robot;
    places.push(Math.hypot(run.end.x - end.x, run.end.y - end.y));
    for (const { step, turn: turned, length } of run.seen.moves) {
      const { start, end: stood } = driven.moves[step]!;
      const angle = stood.heading - start.heading;
      turns.push(Math.abs(degrees(turned - angle)));
      const middle = (start.heading + stood.heading) / 2;
      const chord = Math.cos(middle) * (stood.x - start.x) + Math.sin(middle) * (stood.y - start.y);
      if (Math.abs(angle) < 0.1) lengths.push(Math.abs(length - chord));
    }
  }
  for (const [what, times] of [...tally].toSorted()) report(`${what} × ${times}`);
  const at = (values: readonly number[], unit: string) =>
    `95 % ${percentile(values, 0.95).toFixed(2)}, worst ${Math.max(...values).toFixed(2)} ${unit}`;
  report(`over after it stands: ${at(late, 's')}`);
  report(`where it ended: ${at(places, 'mm')}`);
  report(`turns of moves: ${at(turns, '°')}; lengths: ${at(lengths, 'mm')}`);
}

/** A picture of clutter: rectangles, checkers and stripes over each other, blurred shadows and noise. */
function clutter(seed: number): GreyPicture {
  const [width, height] = [1280, 720];
  const [even, draw] = [uniform(seed, 0, 81), normal(seed, 0, 82)];
  const data = new Uint8ClampedArray(width * height).fill(40 + 170 * even());
  for (let shape = 0; shape < 60; shape++) {
    const kind = Math.floor(4 * even());
    const [size, cell] = [30 + 200 * even(), 4 + 22 * even()];
    const [cx, cy, angle] = [width * even(), height * even(), Math.PI * even()];
    const [light, dark] = [120 + 135 * even(), 90 * even()];
    const [cosine, sine] = [Math.cos(angle), Math.sin(angle)];
    const code = Array.from({ length: 64 }, () => even() < 0.5);
    const reach = Math.ceil(size * 0.71);
    for (let y = Math.max(0, cy - reach) | 0; y < Math.min(height, cy + reach); y++) {
      for (let x = Math.max(0, cx - reach) | 0; x < Math.min(width, cx + reach); x++) {
        const u = cosine * (x - cx) + sine * (y - cy) + size / 2;
        const v = cosine * (y - cy) - sine * (x - cx) + size / 2;
        if (u < 0 || v < 0 || u >= size || v >= size) continue;
        const [column, row] = [Math.floor((8 * u) / size), Math.floor((8 * v) / size)];
        const rim = column === 0 || row === 0 || column === 7 || row === 7;
        // The last kind looks like a tag: a dark rim, and cells as chance wants them.
        const isLight =
          kind === 0
            ? true
            : kind === 1
              ? (Math.floor(u / cell) + Math.floor(v / cell)) % 2 === 0
              : kind === 2
                ? Math.floor(u / cell) % 2 === 0
                : !rim && code[8 * row + column]!;
        data[y * width + x] = isLight ? light : dark;
      }
    }
  }
  for (let i = 0; i < data.length; i++) data[i] = data[i]! + 3 * draw();
  return { width, height, data };
}

async function none(count: number, first: number): Promise<void> {
  const detector = await tagDetector();
  let wrong = 0;
  for (let seed = first; seed < first + count; seed++) wrong += detector.find(clutter(seed)).length;
  report(
    `${wrong} tags in ${count} pictures without one, each with some 15 squares that look like one`,
  );
}

const [driven = 200, searched = 10_000, first = 0] = process.argv.slice(2).map(Number);
if (driven > 0) await runs(driven);
if (searched > 0) await none(searched, first);
process.exit(0);
