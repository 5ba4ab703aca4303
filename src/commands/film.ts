import { createWriteStream } from 'node:fs';
import { once } from 'node:events';
import sharp from 'sharp';
import { PracticeFilm } from '../core/camera/practice/film.ts';
import { filmedRun } from '../core/camera/practice/outing.ts';
import { practiceCamera } from '../core/camera/practice/picture.ts';
import { practiceView } from '../core/camera/practice/view.ts';
import { cornerTags, usualRobotTag } from '../core/camera/usualTags.ts';
import { degrees } from '../core/mathematics/angle.ts';
import { practiceTruth } from '../core/practice/truth.ts';
import { randomRun } from '../core/simulation/run.ts';
import { routesOfBundle } from './routesOfBundle.ts';

/** Pictures a second, and how little is left out of each, in percent. */
const [RATE, QUALITY] = [20, 90];
const SEED = 7;

/** What happened in a film, one run each: s from its beginning, and where the middle of the axle stood in the end. */
export interface FilmedRun {
  mishap: string;
  off_s: number;
  stands_s: number;
  x_mm: number;
  y_mm: number;
  heading_deg: number;
}

/**
 * Films the practice robot on the first route of a bundle, as JPEG pictures one after the other (motion JPEG), which
 * browsers take as a camera and players as a video.
 *
 * @returns what happened in it
 */
export async function film(text: string, file: string, seconds: number): Promise<FilmedRun[]> {
  const { experiment } = routesOfBundle(text)[0]!;
  const { field, estimated } = experiment;
  const view = practiceView(field, estimated, cornerTags(field), usualRobotTag(estimated), SEED);
  const camera = practiceCamera(view);
  const trueParameters = practiceTruth(estimated, SEED).setup;
  const filmed = new PracticeFilm(
    (number) => filmedRun(randomRun({ ...experiment, trueParameters }, SEED, number)),
    SEED,
  );
  const out = createWriteStream(file);
  const runs = new Map<number, FilmedRun>();
  for (let picture = 0; picture < seconds * RATE; picture++) {
    const time = picture / RATE;
    const { turn, begun, number } = filmed.turnAt(time);
    const { data, width, height } = camera.picture(turn.sceneAt, time - begun);
    const raw = { width, height, channels: 1 as const };
    out.write(
      await sharp(data, { raw }).toColourspace('srgb').jpeg({ quality: QUALITY }).toBuffer(),
    );
    if (out.writableNeedDrain) await once(out, 'drain');
    if (time < begun + turn.stands) continue;
    const { x, y, heading } = turn.sceneAt(turn.stands).robot;
    runs.set(number, {
      mishap: turn.mishap,
      off_s: begun + turn.off,
      stands_s: begun + turn.stands,
      x_mm: x,
      y_mm: y,
      heading_deg: degrees(heading),
    });
  }
  out.end();
  await once(out, 'finish');
  return [...runs.values()];
}
