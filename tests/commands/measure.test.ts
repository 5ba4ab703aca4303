import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { PictureAnswer } from '../../src/commands/measure.ts';
import { degrees, radians, wrapAngle } from '../../src/core/mathematics/angle.ts';
import { ROOT } from '../application.ts';
import { measure } from './measuring.ts';

const FOLDER = join(ROOT, 'tests/reference/camera');

/** A picture that tests/reference/camera/render.py made with Debian's python3-opencv, and what is true in it. */
interface Truth {
  picture: string;
  tilt_deg: number;
  table: { robot: { id: number; height_mm: number }; lens: object | null; tags: object[] };
  x_mm: number;
  y_mm: number;
  heading_deg: number;
}

const TRUTHS = readFileSync(`${FOLDER}/truth.jsonl`, 'utf8')
  .trim()
  .split('\n')
  .map((line) => JSON.parse(line) as Truth);
const pictureOf = ({ picture }: Truth) => join(FOLDER, picture);

function errors(answer: PictureAnswer, truth: Truth) {
  return {
    place: Math.hypot(answer.x_mm - truth.x_mm, answer.y_mm - truth.y_mm),
    heading: Math.abs(degrees(wrapAngle(radians(answer.heading_deg) - radians(truth.heading_deg)))),
  };
}

describe('a picture of tags', () => {
  it.each(TRUTHS)('$picture, from $tilt_deg° off the vertical, is measured', (truth) => {
    const { answer } = measure(pictureOf(truth), truth.table);
    const { place, heading } = errors(answer, truth);
    expect(place).toBeLessThan(0.3);
    expect(heading).toBeLessThan(0.2);
    expect(Math.abs(answer.scale - 1)).toBeLessThan(0.01);
    // The stated uncertainty is neither a boast nor an excuse.
    expect(Math.max(...answer.sd_mm)).toBeLessThan(0.3);
    expect(place).toBeLessThan(4 * Math.hypot(...answer.sd_mm));
  });

  it.each(TRUTHS)('$picture is measured through a lens that nobody knows', (truth) => {
    const { answer } = measure(pictureOf(truth), { ...truth.table, lens: null });
    const { place, heading } = errors(answer, truth);
    expect(place).toBeLessThan(3);
    expect(heading).toBeLessThan(0.7);
    expect(place).toBeLessThan(4 * Math.hypot(...answer.sd_mm));
  });

  it('says by the scale that the tag is not at the height that was said', () => {
    const truth = TRUTHS.toSorted((a, b) => b.table.robot.height_mm - a.table.robot.height_mm)[0]!;
    const robot = { ...truth.table.robot, height_mm: 0 };
    const { answer } = measure(pictureOf(truth), { ...truth.table, robot });
    expect(answer.scale).toBeGreaterThan(1.02);
  });

  it('says in one line what is missing', () => {
    const [truth] = TRUTHS as [Truth];
    const missing = (table: object, picture = pictureOf(truth)) =>
      measure(picture, { ...truth.table, ...table }).said;
    expect(missing({ robot: { id: 17, size_mm: 80, height_mm: 90 } })).toMatch(
      /: the robot’s tag 17 is not seen whole and sharp \(seen are [\d, ]+\)\.$/,
    );
    expect(missing({ tags: [{ ...truth.table.tags[0], id: 90 }] })).toMatch(
      /: none of the table’s tags is seen/,
    );
    expect(missing({ dictionary: 'mine' })).toMatch(/: the table: dictionary/);
    expect(missing({}, join(FOLDER, 'truth.jsonl'))).toMatch(/: this is no picture that can be/);
    expect(measure(pictureOf(truth), '{').said).toMatch(/: the table is not JSON\.$/);
  });
});
