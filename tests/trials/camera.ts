import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { tagDetector } from '../../src/core/camera/detectTags.ts';
import { measureRobot } from '../../src/core/camera/measureRobot.ts';
import { degrees, radians, wrapAngle } from '../../src/core/mathematics/angle.ts';
import { ROOT } from '../application.ts';
import { percentile } from '../speed/figure.ts';

/**
 * `npm run trial:camera -- 150`: so many pictures through a straight lens and as many through one with distortion, made by
 * Debian's python3-opencv (tests/reference/camera/render.py, once), are measured with the lens known and unknown.
 */
const PYTHON = '/usr/bin/python3';
const FOLDER = join(ROOT, '.test/camera');
/** Seed and distortion of each series. */
const SERIES = [
  [21, 0],
  [22, -0.15],
] as const;

interface Truth {
  picture: string;
  table: {
    tags: { id: number; x_mm: number; y_mm: number; size_mm: number; heading_deg: number }[];
    robot: { id: number; size_mm: number; height_mm: number };
    lens: { fx: number; fy: number; cx: number; cy: number; k1: number; k2: number };
  };
  x_mm: number;
  y_mm: number;
  heading_deg: number;
}

const report = (line: string) => process.stdout.write(`${line}\n`);

function rendered(count: number, seed: number, k1: number): string {
  const folder = join(FOLDER, `${count}-${seed}`);
  if (existsSync(join(folder, 'done'))) return folder;
  report(`Rendering ${count} pictures, which takes a few seconds each …`);
  const words = ['tests/reference/camera/render.py', folder, count, seed, k1].map(String);
  const { status, stderr } = spawnSync(PYTHON, words, { cwd: ROOT, encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
  spawnSync('touch', [join(folder, 'done')]);
  return folder;
}

async function trial(count: number): Promise<void> {
  const detector = await tagDetector();
  report('lens | measured | place half / 95 % / worst | heading 95 % / worst | covered by 95 %');
  for (const [seed, k1] of SERIES) {
    const folder = rendered(count, seed, k1);
    const truths = readFileSync(join(folder, 'truth.jsonl'), 'utf8')
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Truth);
    const series = { known: new Errors(), unknown: new Errors() };
    for (const truth of truths) {
      const { data, info } = await sharp(join(folder, truth.picture))
        .greyscale()
        .raw()
        .toBuffer({ resolveWithObject: true });
      const { width, height } = info;
      const seen = detector.find({ width, height, data });
      const { tags, robot, lens } = truth.table;
      const scene = {
        tags: tags.map(({ id, x_mm: x, y_mm: y, size_mm: size, heading_deg }) => ({
          id,
          x,
          y,
          size,
          heading: radians(heading_deg),
        })),
        robot: { id: robot.id, size: robot.size_mm, height: robot.height_mm },
      };
      for (const [name, errors] of Object.entries(series)) {
        const given = { ...scene, lens: name === 'known' ? lens : null };
        errors.take(measureRobot(seen, given, { width, height }), truth);
      }
    }
    for (const [name, errors] of Object.entries(series)) {
      report(`k1 ${k1}, ${name} | ${errors.words(truths.length)}`);
    }
  }
}

class Errors {
  private readonly places: number[] = [];
  private readonly headings: number[] = [];
  private covered = 0;

  take(found: ReturnType<typeof measureRobot>, truth: Truth): void {
    if ('missing' in found) return;
    const { pose, covariance } = found;
    const errors = [
      pose.x - truth.x_mm,
      pose.y - truth.y_mm,
      wrapAngle(pose.heading - radians(truth.heading_deg)),
    ] as const;
    this.places.push(Math.hypot(errors[0], errors[1]));
    this.headings.push(Math.abs(degrees(errors[2])));
    this.covered += errors.filter(
      (error, i) => Math.abs(error) < 1.96 * Math.sqrt(covariance[i]![i]!),
    ).length;
  }

  words(of: number): string {
    const at = (values: readonly number[], share: number, unit: string) =>
      `${percentile(values, share).toFixed(2)} ${unit}`;
    const { places, headings } = this;
    return [
      `${places.length} of ${of}`,
      `${at(places, 0.5, 'mm')} / ${at(places, 0.95, 'mm')} / ${Math.max(...places).toFixed(2)} mm`,
      `${at(headings, 0.95, '°')} / ${Math.max(...headings).toFixed(2)} °`,
      `${((100 * this.covered) / (3 * places.length)).toFixed(1)} %`,
    ].join(' | ');
  }
}

await trial(Number(process.argv[2] ?? 150));
process.exit(0);
