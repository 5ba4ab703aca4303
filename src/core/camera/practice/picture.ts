import type { Body } from '../../robot/parameters.ts';
import type { Field } from '../../field/field.ts';
import { normal, uniform, type Draw } from '../../mathematics/randomness.ts';
import { insidePolygon } from '../../mathematics/polygon.ts';
import type { Point, Pose } from '../../mathematics/pose.ts';
import { pictured, type CameraPose } from '../cameraPose.ts';
import type { GreyPicture } from '../greyPicture.ts';
import { fromLens, type Lens } from '../lens.ts';
import { tagOn, type RobotTag } from '../robotTag.ts';
import { isWhite, TAG_CELLS } from '../tagCodes.ts';
import { QUIET } from '../tagSheet.ts';
import type { TableTag } from '../tags.ts';
import type { TableScene } from './outing.ts';

/** What stands before a practice camera, and what the camera is. */
export interface PracticeView {
  field: Field;
  body: Body;
  tags: readonly TableTag[];
  robotTag: RobotTag;
  camera: CameraPose;
  lens: Lens;
  width: number;
  height: number;
  seed: number;
}

/** Shades, 0 to 255. */
const SHADE = {
  floor: 70,
  border: 96,
  table: 178,
  line: 60,
  model: 120,
  paper: 226,
  dark: 34,
  body: 108,
  hand: 150,
};
/** Border of the table, mm. */
const BORDER = 25;
/** A pixel is looked at in so many places along each side. */
const FINE = 3;
/** How long a picture is exposed, s. */
const EXPOSURE = 0.006;
/** Noise of a picture, in shades, and how much its lamps flicker. */
const [NOISE, FLICKER] = [2.2, 0.02];
/** A shadow on the table takes away this share of its light, and falls so far beside what is high, mm per mm. */
const SHADOW = { share: 0.22, right: 0.28, away: 0.2 };
/** A hand is so high above the table, mm; its palm is so large, and its arm so wide. */
const HAND = { height: 140, palm: 48, arm: 30 };

/** Draws what a camera over a table would see; grey, as tags are looked for in grey pictures. */
export interface PracticeCamera {
  /** @param time s, for noise, flicker and blur */
  picture: (sceneAt: (time: number) => TableScene, time: number) => GreyPicture;
}

/** A camera over a practice table. The table is drawn once; each picture adds what moves, blur, shadows, flicker and noise. */
export function practiceCamera(view: PracticeView): PracticeCamera {
  const { width, height } = view;
  const rays = raysOf(view);
  const ground = softened(groundOf(view, rays), width, height);
  const noise = noiseOf(normal(view.seed, 0, 41));
  const luck = uniform(view.seed, 0, 42);
  const canvas = new Float32Array(width * height);
  return {
    picture: (sceneAt, time) => {
      const data = new Uint8ClampedArray(width * height);
      const light = 1 + FLICKER * Math.sin(2 * Math.PI * 7.3 * time);
      canvas.set(ground);
      const scenes = Array.from({ length: FINE }, (_, k) =>
        sceneAt(time + EXPOSURE * (k / (FINE - 1) - 0.5)),
      );
      drawRobot(view, rays, canvas, scenes);
      for (let row = 0; row < height; row++) {
        const from = Math.floor(luck() * (noise.length - width));
        for (let column = 0, i = row * width; column < width; column++, i++)
          data[i] = canvas[i]! * light + noise[from + column]!;
      }
      return { width, height, data };
    },
  };
}

/** Numbers of noise, which are cheaper kept than drawn. */
function noiseOf(draw: Draw): Float32Array {
  return Float32Array.from({ length: 1 << 16 }, () => NOISE * draw());
}

/** For every pixel the direction in the table’s axes in which it looks, and from where. */
interface Rays {
  x: Float32Array;
  y: Float32Array;
  z: Float32Array;
  eye: { x: number; y: number; z: number };
}

function raysOf({ camera, lens, width, height }: PracticeView): Rays {
  const { rotation: r, translation: t } = camera;
  const rays = [0, 1, 2].map(() => new Float32Array(width * height)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      const { x, y } = fromLens(lens, { x: column, y: row });
      for (const axis of [0, 1, 2] as const)
        rays[axis][i] = r[0][axis] * x + r[1][axis] * y + r[2][axis];
    }
  }
  const eye = ([0, 1, 2] as const).map(
    (axis) => -(r[0][axis] * t[0] + r[1][axis] * t[1] + r[2][axis] * t[2]),
  ) as [number, number, number];
  return { x: rays[0], y: rays[1], z: rays[2], eye: { x: eye[0], y: eye[1], z: eye[2] } };
}

/** Where a pixel’s look meets a height, mm: numbers by themselves, because there are millions of them. */
function lookX({ x, z, eye }: Rays, i: number, height: number): number {
  return eye.x + ((height - eye.z) / z[i]!) * x[i]!;
}

function lookY({ y, z, eye }: Rays, i: number, height: number): number {
  return eye.y + ((height - eye.z) / z[i]!) * y[i]!;
}

/** Places inside a pixel, from −½ to ½. */
const PLACES = Array.from({ length: FINE }, (_, k) => (k + 0.5) / FINE - 0.5);

/** The table with all that lies on it, without noise. */
function groundOf(view: PracticeView, rays: Rays): Float32Array {
  const { width, height } = view;
  const shade = groundShade(view);
  const ground = Float32Array.from({ length: width * height }, (_, i) =>
    shade(lookX(rays, i, 0), lookY(rays, i, 0)),
  );
  for (const tag of view.tags) {
    // Only the edges of tags have to be right to a part of a pixel.
    eachPixel(view, { ...tag, reach: tag.size, z: 0 }, (i) => {
      const [x, y] = [lookX(rays, i, 0), lookY(rays, i, 0)];
      const [rx, ry] = [lookX(rays, i + 1, 0) - x, lookY(rays, i + 1, 0) - y];
      const [dx, dy] = [lookX(rays, i + width, 0) - x, lookY(rays, i + width, 0) - y];
      let sum = 0;
      for (const v of PLACES)
        for (const u of PLACES) sum += shade(x + u * rx + v * dx, y + u * ry + v * dy);
      ground[i] = sum / FINE ** 2;
    });
  }
  return ground;
}

function groundShade({ field, tags }: PracticeView): (x: number, y: number) => number {
  const frames = tags.map((tag) => ({ ...tag, ...frameOf(tag) }));
  return (x, y) => {
    const place = { x, y };
    for (const { id, size, cosine, sine, ...tag } of frames) {
      const [tx, ty] = [x - tag.x, y - tag.y];
      const shade = tagShade(id, size, cosine * tx + sine * ty, cosine * ty - sine * tx);
      if (shade >= 0) return shade;
    }
    const outside = Math.max(-x, x - field.width, -y, y - field.height);
    if (outside > BORDER) return SHADE.floor;
    if (outside > 0) return SHADE.border;
    if (field.models.some(({ outline }) => insidePolygon(place, outline))) return SHADE.model;
    if (field.lines.some((line) => isOnLine(line, place))) return SHADE.line;
    // Weave and dust: nothing that is one shade all over.
    return SHADE.table + 5 * Math.sin(x / 41 + Math.sin(y / 67)) + 4 * Math.sin(y / 23);
  };
}

function isOnLine({ points, width }: Field['lines'][number], place: Point): boolean {
  return points.slice(1).some((to, i) => {
    const from = points[i]!;
    const [dx, dy] = [to.x - from.x, to.y - from.y];
    const length = Math.hypot(dx, dy);
    const along = ((place.x - from.x) * dx + (place.y - from.y) * dy) / length;
    const across = Math.abs(((place.x - from.x) * dy - (place.y - from.y) * dx) / length);
    return along > 0 && along < length && across < width / 2;
  });
}

/** How light a tag is at a place in its own axes, x along its upper edge and y up; negative beside its paper. */
function tagShade(id: number, size: number, x: number, y: number): number {
  const cell = size / TAG_CELLS;
  const room = size / 2 + QUIET * cell;
  if (Math.abs(x) > room || Math.abs(y) > room) return -1;
  const [column, row] = [Math.floor((x + size / 2) / cell), Math.floor((size / 2 - y) / cell)];
  if (column < 0 || row < 0 || column >= TAG_CELLS || row >= TAG_CELLS) return SHADE.paper;
  return isWhite(id, row, column) ? SHADE.paper : SHADE.dark;
}

/** Draws the robot with its tag, its shadow, and a hand, as they are while the picture is exposed. */
function drawRobot(
  view: PracticeView,
  rays: Rays,
  canvas: Float32Array,
  scenes: TableScene[],
): void {
  const { robotTag, body } = view;
  const scene = scenes[Math.floor(scenes.length / 2)]!;
  const { robot, hand } = scene;
  const top = robotTag.height + scene.lift;
  const reach = Math.hypot(Math.max(body.ahead, body.behind), body.width / 2) + 5;
  const shadow = frameOf({
    ...robot,
    x: robot.x + SHADOW.right * top,
    y: robot.y + SHADOW.away * top,
  });
  eachPixel(view, { x: shadow.x, y: shadow.y, reach, z: 0 }, (i) => {
    if (onBody(body, shadow, lookX(rays, i, 0), lookY(rays, i, 0))) canvas[i]! *= 1 - SHADOW.share;
  });
  const frames = scenes.map((one) => ({
    robot: frameOf(one.robot),
    tag: frameOf(tagOn(robotTag, one.robot)),
  }));
  const { width } = view;
  eachPixel(view, { ...robot, reach, z: top }, (i) => {
    const [x, y] = [lookX(rays, i, top), lookY(rays, i, top)];
    if (Math.hypot(x - robot.x, y - robot.y) > reach) return;
    const [rx, ry] = [lookX(rays, i + 1, top) - x, lookY(rays, i + 1, top) - y];
    const [dx, dy] = [lookX(rays, i + width, top) - x, lookY(rays, i + width, top) - y];
    const under = canvas[i]!;
    let sum = 0;
    for (let a = 0; a < FINE; a++) {
      for (let b = 0; b < FINE; b++) {
        const [u, v] = [PLACES[a]!, PLACES[b]!];
        const at = frames[(a + b) % FINE]!;
        const [px, py] = [x + u * rx + v * dx, y + u * ry + v * dy];
        const [tx, ty] = [px - at.tag.x, py - at.tag.y];
        const tag = tagShade(
          robotTag.id,
          robotTag.size,
          at.tag.cosine * tx + at.tag.sine * ty,
          at.tag.cosine * ty - at.tag.sine * tx,
        );
        sum += tag >= 0 ? tag : onBody(body, at.robot, px, py) ? SHADE.body : under;
      }
    }
    canvas[i] = sum / FINE ** 2;
  });
  if (hand === null) return;
  // A palm, with an arm that comes from the near side.
  const arm = { x: hand.x, y: hand.y / 2, reach: hand.y / 2 + HAND.palm + 60, z: HAND.height };
  eachPixel(view, arm, (i) => {
    const [x, y] = [lookX(rays, i, HAND.height), lookY(rays, i, HAND.height)];
    const palm = Math.hypot(x - hand.x, y - hand.y) < HAND.palm;
    if (palm || (y < hand.y && Math.abs(x - hand.x - 0.2 * (hand.y - y)) < HAND.arm))
      canvas[i] = SHADE.hand + 12 * Math.sin(x / 9);
  });
}

/** A pose with the numbers by which points are brought into its axes. */
interface Frame extends Point {
  cosine: number;
  sine: number;
}

function frameOf({ x, y, heading }: Pose): Frame {
  return { x, y, cosine: Math.cos(heading), sine: Math.sin(heading) };
}

function onBody(
  { ahead, behind, width }: Body,
  { x, y, cosine, sine }: Frame,
  px: number,
  py: number,
) {
  const along = cosine * (px - x) + sine * (py - y);
  const left = cosine * (py - y) - sine * (px - x);
  return along < ahead && along > -behind && Math.abs(left) < width / 2;
}

/** Every pixel, by its place in the picture, in which something of a reach around a place at a height z may be seen. */
function eachPixel(
  { camera, lens, width, height }: PracticeView,
  { x, y, reach, z }: Point & { reach: number; z: number },
  draw: (i: number) => void,
): void {
  const box = [-1, 1].flatMap((sx) =>
    [-1, 1].map((sy) => pictured(camera, lens, { x: x + sx * reach, y: y + sy * reach, z })),
  );
  const span = (values: readonly number[], most: number) =>
    [
      Math.max(0, Math.floor(Math.min(...values))),
      // The last row and column have no neighbour to look towards.
      Math.min(most - 1, Math.ceil(Math.max(...values))),
    ] as const;
  const [left, right] = span(
    box.map((corner) => corner.x),
    width,
  );
  const [upper, lower] = span(
    box.map((corner) => corner.y),
    height,
  );
  for (let row = upper; row < lower; row++)
    for (let column = left; column < right; column++) draw(row * width + column);
}

/** A picture through a lens that is not quite sharp: weights 1, 6, 1 along both sides. */
function softened(picture: Float32Array, width: number, height: number): Float32Array {
  const once = Float32Array.from(picture);
  for (let i = 1; i < picture.length - 1; i++)
    once[i] = (picture[i - 1]! + 6 * picture[i]! + picture[i + 1]!) / 8;
  const twice = Float32Array.from(once);
  for (let i = width; i < width * (height - 1); i++)
    twice[i] = (once[i - width]! + 6 * once[i]! + once[i + width]!) / 8;
  return twice;
}
