import { describe, expect, it } from 'vitest';
import { degrees, radians, wrapAngle } from '../mathematics/angle.ts';
import { normal, uniform } from '../mathematics/randomness.ts';
import { calibrateLens, viewsIn, type LensView } from './calibrateLens.ts';
import { pictured, type CameraPose, type Triple } from './cameraPose.ts';
import type { Lens } from './lens.ts';
import { laidBy, surveyTags } from './surveyTags.ts';
import { tagCorners, type Corners, type TableTag } from './tags.ts';

const SIZE = { width: 1280, height: 720 };
const LENS: Lens = { fx: 985, fy: 987, cx: 646, cy: 352, k1: -0.11, k2: 0.03 };
/** A sheet of five by four tags of 36 mm, 46 mm apart. */
const SHEET: TableTag[] = Array.from({ length: 20 }, (_, i) => ({
  id: i,
  x: 46 * (i % 4),
  y: 46 * Math.floor(i / 4),
  size: 36,
  heading: 0,
}));

/** A camera that looks at a place from a distance, tilted about the picture’s axes, rad, with the place beside its middle, px. */
function looking(
  at: { x: number; y: number },
  distance: number,
  [across, down, roll]: Triple,
  beside = { x: 0, y: 0 },
): CameraPose {
  const [sa, ca] = [Math.sin(across), Math.cos(across)];
  const [sd, cd] = [Math.sin(down), Math.cos(down)];
  const [sr, cr] = [Math.sin(roll), Math.cos(roll)];
  // Straight down: x to the right, y of the picture towards the near side, ahead down to the table.
  const straight: readonly Triple[] = [
    [1, 0, 0],
    [0, -1, 0],
    [0, 0, -1],
  ];
  const times = (a: readonly Triple[], b: readonly Triple[]): Triple[] =>
    a.map(
      (row) =>
        [0, 1, 2].map(
          (k) => row[0] * b[0]![k]! + row[1] * b[1]![k]! + row[2] * b[2]![k]!,
        ) as unknown as Triple,
    );
  const about = [
    [
      [1, 0, 0],
      [0, cd, -sd],
      [0, sd, cd],
    ],
    [
      [ca, 0, sa],
      [0, 1, 0],
      [-sa, 0, ca],
    ],
    [
      [cr, -sr, 0],
      [sr, cr, 0],
      [0, 0, 1],
    ],
  ] as const;
  const rotation = times(about[2], times(about[1], times(about[0], straight)));
  const place = (row: Triple) => row[0] * at.x + row[1] * at.y;
  return {
    rotation: rotation as unknown as CameraPose['rotation'],
    translation: [
      (beside.x / LENS.fx) * distance - place(rotation[0]!),
      (beside.y / LENS.fy) * distance - place(rotation[1]!),
      distance - place(rotation[2]!),
    ],
  };
}

/** What a camera sees of tags, with noise, px; only those that lie whole in its picture. */
function viewOf(
  camera: CameraPose,
  tags: readonly TableTag[],
  noise: number,
  seed: number,
): LensView {
  const draw = normal(seed, 0, 95);
  return tags.flatMap((tag) => {
    const corners = tagCorners(tag, tag.size).map((corner) => {
      const { x, y } = pictured(camera, LENS, { ...corner, z: 0 });
      return { x: x + noise * draw(), y: y + noise * draw() };
    });
    const inside = corners.every(
      ({ x, y }) => x > 3 && y > 3 && x < SIZE.width - 4 && y < SIZE.height - 4,
    );
    return inside ? [{ id: tag.id, corners: corners as unknown as Corners }] : [];
  });
}

const MIDDLE = { x: 69, y: 92 };
const TEN = [
  looking(MIDDLE, 420, [0, 0, 0]),
  looking(MIDDLE, 420, [0.05, 0, 0.1], { x: -330, y: 0 }),
  looking(MIDDLE, 420, [-0.05, 0, 0], { x: 330, y: 0 }),
  looking(MIDDLE, 520, [0, 0.05, 0], { x: 0, y: -150 }),
  looking(MIDDLE, 520, [0, -0.05, 0.2], { x: 0, y: 150 }),
  looking(MIDDLE, 420, [0.6, 0, 0]),
  looking(MIDDLE, 420, [-0.6, 0, 0.3]),
  looking(MIDDLE, 420, [0, 0.6, 0]),
  looking(MIDDLE, 420, [0, -0.6, -0.2]),
  looking(MIDDLE, 290, [0.2, 0.2, 1.57]),
];

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
      const [far] = [pictured(TEN[0]!, LENS, { x: 150, y: 10, z: 0 })];
      const seen = pictured(TEN[0]!, found.lens, { x: 150, y: 10, z: 0 });
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

  it('are laid where one known place says', () => {
    const [seenAt, truly] = [
      { x: 10, y: 20, heading: 0 },
      { x: 110, y: 20, heading: radians(90) },
    ];
    const [moved] = laidBy([{ id: 1, x: 60, y: 20, size: 80, heading: 0 }], seenAt, truly);
    expect(moved!.x).toBeCloseTo(110, 9);
    expect(moved!.y).toBeCloseTo(70, 9);
    expect(moved!.heading).toBeCloseTo(radians(90), 9);
  });
});
