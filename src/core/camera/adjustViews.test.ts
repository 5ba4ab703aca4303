import { describe, expect, it } from 'vitest';
import { LENS, looking, SHEET, SIZE, TEN, viewOf } from '../../../tests/fixtures/lensViews.ts';
import { degrees, radians, wrapAngle } from '../mathematics/angle.ts';
import { uniform } from '../mathematics/randomness.ts';
import { calibrateLens, viewsIn } from './calibrateLens.ts';
import { pictured } from './cameraPose.ts';
import { tagOn, type RobotTag } from './robotTag.ts';
import { laidByRobot, surveyTags } from './surveyTags.ts';
import { tagCorners, type Corners, type TableTag } from './tags.ts';

describe('a lens from views of a sheet', () => {
  it('is found exactly without noise', () => {
    const found = calibrateLens(
      TEN.map((camera, i) => viewOf(camera, SHEET, 0, i)),
      SHEET,
      SIZE,
    )!;
    expect(found.residual).toBeLessThan(0.01);
    expect(found.lens.fx).toBeCloseTo(LENS.fx, 0);
    expect(found.lens.cx).toBeCloseTo(LENS.cx, 0);
    expect(found.lens.k1).toBeCloseTo(LENS.k1, 2);
  });

  it('is found to a few parts of a thousand with noise, and says how good it is', () => {
    for (let seed = 0; seed < 2; seed++) {
      const found = calibrateLens(
        TEN.map((camera, i) => viewOf(camera, SHEET, 0.1, 20 * seed + i)),
        SHEET,
        SIZE,
      )!;
      expect(found.views).toBe(10);
      expect(Math.abs(found.residual - 0.1 * Math.SQRT2)).toBeLessThan(0.02);
      expect(Math.abs(found.lens.fx / LENS.fx - 1)).toBeLessThan(0.004);
      expect(Math.abs(found.lens.k1 - LENS.k1)).toBeLessThan(0.02);
      // What matters: everything in the picture is seen in the right direction.
      const [far] = [pictured(TEN[0]!, LENS, { x: 150, y: -20, z: 0 })];
      const seen = pictured(TEN[0]!, found.lens, { x: 150, y: -20, z: 0 });
      expect(Math.hypot(seen.x - far.x, seen.y - far.y)).toBeLessThan(4);
    }
  });

  it('is not found from two views', () => {
    const two = TEN.slice(0, 2).map((camera, i) => viewOf(camera, SHEET, 0, i));
    expect(calibrateLens(two, SHEET, SIZE)).toBeNull();
  });

  it('asks for views that were not taken: each of the ten is told apart', () => {
    const kinds = TEN.map((camera, i) => viewsIn(viewOf(camera, SHEET, 0, i), SIZE));
    expect(kinds[0]).toContain('flat');
    expect(kinds[1]).toContain('left');
    expect(kinds[2]).toContain('right');
    expect(kinds[3]).toContain('upper');
    expect(kinds[4]).toContain('lower');
    const across = [kinds[5]!, kinds[6]!].map((one) =>
      one.find((kind) => kind.startsWith('tilted')),
    );
    expect(new Set(across)).toEqual(new Set(['tilted left', 'tilted right']));
    const down = [kinds[7]!, kinds[8]!].map((one) => one.find((kind) => kind.startsWith('tilted')));
    expect(new Set(down)).toEqual(new Set(['tilted away', 'tilted here']));
    expect(kinds[9]).toContain('near');
  });
});

describe('tags that lie anywhere', () => {
  const draw = uniform(4, 0, 96);
  const table: TableTag[] = Array.from({ length: 6 }, (_, i) => ({
    id: i,
    x: 150 + 350 * i,
    y: 150 + 700 * draw(),
    size: 80,
    heading: wrapAngle(6 * draw()),
  }));
  const sizes = new Map(table.map(({ id, size }) => [id, size]));
  const over = (x: number, tilt: number) => looking({ x, y: 500 }, 1250, [tilt, 0.3, 0]);
  const views = [over(600, 0.2), over(1000, -0.1), over(1400, -0.3), over(900, 0)].map(
    (camera, i) => viewOf(camera, table, 0.05, i),
  );

  it('are surveyed from a few pictures to a millimetre, though no picture shows all', () => {
    expect(views.some((view) => view.length === table.length)).toBe(false);
    const found = surveyTags(views, table[0]!, sizes, LENS);
    if (found.tags === null) throw new Error(found.missing.join(' '));
    expect(found.residual).toBeLessThan(0.15);
    for (const tag of found.tags) {
      const truth = table.find(({ id }) => id === tag.id)!;
      expect(Math.hypot(tag.x - truth.x, tag.y - truth.y)).toBeLessThan(2);
      expect(Math.abs(degrees(wrapAngle(tag.heading - truth.heading)))).toBeLessThan(0.3);
    }
  });

  it('are named when no picture ties them to the others', () => {
    const lonely = views.map((view) => view.filter(({ id }) => id !== 5));
    expect(surveyTags(lonely, table[0]!, sizes, LENS)).toEqual({
      tags: null,
      residual: null,
      missing: [5],
    });
  });

  it('are laid where a robot says that stands at a known place', () => {
    const robotTag: RobotTag = {
      id: 42,
      size: 60,
      height: 110,
      place: { x: 10, y: 0, heading: radians(-90) },
      found: true,
    };
    const start = { x: 400, y: 300, heading: 0 };
    // The survey knows the tags from the first one on, wherever that lies and however it is turned.
    const surveyed = surveyTags(views, { ...table[0]!, x: 0, y: 0, heading: 0 }, sizes, LENS);
    if (surveyed.tags === null) throw new Error(surveyed.missing.join(' '));
    const camera = over(600, 0.2);
    const on = tagOn(robotTag, start);
    const corners = tagCorners(on, robotTag.size).map((corner) =>
      pictured(camera, LENS, { ...corner, z: robotTag.height }),
    );
    const view = [
      ...viewOf(camera, table, 0, 1),
      { id: 42, corners: corners as unknown as Corners },
    ];
    const laid = laidByRobot(surveyed.tags, view, robotTag, LENS, start)!;
    for (const tag of laid) {
      const truth = table.find(({ id }) => id === tag.id)!;
      expect(Math.hypot(tag.x - truth.x, tag.y - truth.y)).toBeLessThan(3);
    }
    const without = view.filter(({ id }) => id !== 42);
    expect(laidByRobot(surveyed.tags, without, robotTag, LENS, start)).toBeNull();
  });
});
