import { createStore, type StoreApi } from 'zustand';
import type { Field } from '../../core/field/field.ts';
import { picturedPose, type PicturedPose, type RobotMark } from '../../core/camera/pressedPose.ts';
import type { Point } from '../../core/mathematics/pose.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import type { Body } from '../../core/robot/parameters.ts';
import { say } from '../../core/language/say.ts';

/** A point of the table that can be found again in a picture, mm. */
export interface KnownPoint extends Point {
  name: string;
}

/** Where the pointer is: px of the picture, px of the screen, and how many of the first make one of the second. */
interface PhotoPointer {
  at: Point;
  shown: Point;
  scale: number;
}

/** How many points of the table are pressed; after them come the two marks of the robot. */
export const TABLE_POINTS = 4;
const MARKS = 2;
/** A click through the loupe is this good, px of the screen, and never better than that of the picture. */
const CLICK_SPREAD = 0.4;
const LEAST_SPREAD = 0.5;

interface PhotoState {
  /** Which of the known points each of the first four presses is. */
  chosen: readonly number[];
  /** What was pressed, px of the picture. */
  clicks: readonly (Point | null)[];
  /** Which press is next. */
  step: number;
  /** px; null until the picture is there. */
  size: { width: number; height: number } | null;
  pointer: PhotoPointer | null;
}

/** The presses on a photo by which a robot is measured. */
export interface PhotoStore {
  state: StoreApi<PhotoState>;
  opened: (size: { width: number; height: number }) => void;
  point: (pointer: PhotoPointer | null) => void;
  leave: () => void;
  press: (pointer: PhotoPointer) => void;
  goTo: (step: number) => void;
  /** Moves what was pressed, px of the picture. */
  nudge: (x: number, y: number) => void;
  choose: (known: number) => void;
}

export function createPhotoStore(): PhotoStore {
  const state = createStore<PhotoState>()(() => ({
    chosen: [0, 1, 2, 3],
    clicks: Array<null>(TABLE_POINTS + MARKS).fill(null),
    step: 0,
    size: null,
    pointer: null,
  }));
  const replaced = <T>(list: readonly T[], at: number, by: T) =>
    list.map((one, i) => (i === at ? by : one));
  return {
    state,
    opened: (size) => state.setState({ size }),
    point: (pointer) => state.setState({ pointer }),
    leave: () =>
      state.setState(({ pointer }) => ({
        pointer: pointer && { ...pointer, shown: { x: -999, y: -999 } },
      })),
    press: (pointer) => {
      const { clicks: before, step } = state.getState();
      const clicks = replaced(before, step, pointer.at);
      const open = clicks.indexOf(null);
      state.setState({ pointer, clicks, step: open >= 0 ? open : step });
    },
    goTo: (step) => state.setState({ step }),
    nudge: (x, y) => {
      const { clicks, step } = state.getState();
      const now = clicks[step] ?? null;
      if (now === null) return;
      state.setState({ clicks: replaced(clicks, step, { x: now.x + x, y: now.y + y }) });
    },
    choose: (known) =>
      state.setState(({ chosen, step }) => ({ chosen: replaced(chosen, step, known) })),
  };
}

/**
 * The robot's pose from what was pressed; null while something is missing, or three points lie on a line.
 *
 * @param height of both marks above the table, mm
 */
export function posePressed(
  { clicks, chosen, pointer, size }: Pick<PhotoState, 'clicks' | 'chosen' | 'pointer' | 'size'>,
  known: readonly KnownPoint[],
  body: Body,
  height: number,
): PicturedPose | null {
  if (clicks.includes(null) || size === null) return null;
  const places = clicks as readonly Point[];
  const marks = [body.ahead, -body.behind].map((x, i) => ({
    picture: places[TABLE_POINTS + i]!,
    robot: { x, y: 0 },
  })) as [RobotMark, RobotMark];
  return picturedPose(
    {
      known: chosen.map((index, i) => ({ picture: places[i]!, field: known[index]! })),
      marks,
      height,
      size,
    },
    Math.max(LEAST_SPREAD, CLICK_SPREAD * (pointer?.scale ?? 1)),
  );
}

/** Points that can be found again in a picture; the first four are the corners of the table. */
export function knownPoints(field: Field): KnownPoint[] {
  const { width, height } = field;
  const point = (name: string, { x, y }: Point): KnownPoint => ({
    name: `${name} (${formatNumber(x, 0)}, ${formatNumber(y, 0)})`,
    x,
    y,
  });
  return [
    point(say`near left corner`, { x: 0, y: 0 }),
    point(say`near right corner`, { x: width, y: 0 }),
    point(say`far right corner`, { x: width, y: height }),
    point(say`far left corner`, { x: 0, y: height }),
    ...field.models.flatMap(({ name, outline }) =>
      outline.map((corner, i) => point(say`${name}, corner ${i + 1}`, corner)),
    ),
    ...field.lines.flatMap(({ name, points }) =>
      [points[0]!, points.at(-1)!].map((end, i) => point(say`${name}, end ${i + 1}`, end)),
    ),
  ];
}
