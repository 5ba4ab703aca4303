import type { Field, FieldModel } from '../../core/field/field.ts';
import { rectangle } from '../../core/mathematics/polygon.ts';
import { degrees, wrapAngle } from '../../core/mathematics/angle.ts';
import type { Point, Pose } from '../../core/mathematics/pose.ts';
import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { newMove } from '../../core/moves/index.ts';
import {
  setupValue,
  STARTING_SETUP,
  withSetupValues,
  type RobotParameters,
} from '../../core/robot/parameters.ts';
import { toolPose } from '../../core/robot/toolPose.ts';
import type { RoutePlan } from '../../core/route/plan.ts';
import { nominalRun } from '../../core/simulation/run.ts';
import { say } from '../../core/language/say.ts';

/** What a ruler says of a robot, by the path of the number: the six that matter first. */
export const RULER_NUMBERS = [
  { path: 'drive.wheelDiameter', label: () => say`Wheel, across` },
  { path: 'drive.track', label: () => say`From wheel to wheel` },
  { path: 'body.width', label: () => say`Width` },
  { path: 'body.ahead', label: () => say`Axle to front` },
  { path: 'body.behind', label: () => say`Axle to back` },
  { path: 'body.toolX', label: () => say`Axle to the part that scores` },
] as const;
export type RulerPath = (typeof RULER_NUMBERS)[number]['path'];

/** Sizes that tables often have, mm. */
export const TABLE_SIZES = [
  { width: 2200, height: 1100 },
  { width: 2362, height: 1143 },
  { width: 1800, height: 1200 },
] as const;

/** What is asked for before the first run. */
export interface Beginning {
  name: string;
  ruler: Partial<Record<RulerPath, number>>;
  width: number;
  height: number;
  border: boolean;
  /** A picture of the whole table: the file, where the page finds it, and its depth over its width. */
  picture: { file: File; url: string; ratio: number } | null;
  /** Where the middle of the axle stands at the start, and where the part that scores has to be. */
  start: Point | null;
  facing: number;
  target: Point | null;
  /** The route as far as it is typed, without its checkpoint. */
  plan: RoutePlan;
}

export const START_ID = 'start';
const TARGET_ID = 'target';
const TARGET_NAME = 'Target';
/** A hand is as wide, mm: what counts as a hit until somebody says better. */
const ZONE_RADIUS = 30;
/** The drawing of a thing that only marks its place stands so far beyond the target, and is so large, mm. */
const BEYOND = 70;
const MARK = 40;

export function emptyBeginning(): Beginning {
  return {
    name: '',
    ruler: {},
    ...TABLE_SIZES[0],
    border: true,
    picture: null,
    start: null,
    facing: 0,
    target: null,
    plan: { startId: START_ID, moves: [] },
  };
}

/** The robot’s numbers: what the ruler says, and starting values for the rest. */
export function setupOf({ ruler }: Pick<Beginning, 'ruler'>): RobotParameters {
  return withSetupValues(STARTING_SETUP, ruler);
}

/** A number as the ruler says it, or the starting value. */
export function rulerValue({ ruler }: Pick<Beginning, 'ruler'>, path: RulerPath): number {
  return ruler[path] ?? Number(setupValue(STARTING_SETUP, path));
}

/** The heading that looks from a place into the table, away from the nearest border, rad. */
export function facingFrom({ x, y }: Point, { width, height }: Pick<Field, 'width' | 'height'>) {
  const away = [
    { distance: x, heading: 0 },
    { distance: y, heading: Math.PI / 2 },
    { distance: width - x, heading: Math.PI },
    { distance: height - y, heading: -Math.PI / 2 },
  ];
  return away.reduce((nearest, one) => (one.distance < nearest.distance ? one : nearest)).heading;
}

/** The table with start and target, as far as they were pressed. */
export function fieldOf(beginning: Beginning): Field {
  const { width, height, border, picture, start, facing, target } = beginning;
  const pose: Pose = { ...(start ?? { x: width / 10, y: height / 5 }), heading: facing };
  return {
    width,
    height,
    border,
    ground: 'white',
    matchSeconds: 150,
    models: target === null ? [] : [modelAt(target, arrivalOf(beginning))],
    walls: [],
    lines: [],
    starts: [{ id: START_ID, name: say`Start`, pose }],
    picture:
      picture === null ? null : { x: 0, y: 0, width, height: width * picture.ratio, turned: 0 },
  };
}

/** Once the zone is reached it lies ahead: so the thing that is drawn never stands in the way. */
function modelAt({ x, y }: Point, heading: number): FieldModel {
  const middle = { x: x + BEYOND * Math.cos(heading), y: y + BEYOND * Math.sin(heading) };
  return {
    id: TARGET_ID,
    name: TARGET_NAME,
    outline: rectangle(middle.x - MARK / 2, middle.y - MARK / 2, MARK, MARK),
    zone: {
      target: { x, y, heading },
      shape: { kind: 'circle', radius: ZONE_RADIUS },
      headingTolerance: null,
    },
    points: 10,
    seen: false,
  };
}

/** The run as it is planned, on a table with nothing on it. */
export function plannedRun(beginning: Beginning) {
  const setup = setupOf(beginning);
  const field = { ...fieldOf({ ...beginning, target: null }) };
  return nominalRun({ plan: beginning.plan, field, estimated: setup, trueParameters: setup });
}

function arrivalOf(beginning: Beginning): number {
  return wrapAngle(plannedRun(beginning).end.heading);
}

/** The plan with its runs measured at the target. */
export function measuredPlan({ plan }: Beginning): RoutePlan {
  return {
    ...plan,
    moves: [
      ...plan.moves,
      newMove('checkpoint', 'measured', { name: TARGET_NAME, modelId: TARGET_ID }),
    ],
  };
}

/** How the planned end lies to the target: in words, and how far away it is, mm. */
export function endSays(beginning: Beginning): { words: string; away: number } | null {
  const { target, plan } = beginning;
  if (target === null || plan.moves.length === 0) return null;
  const end = toolPose(setupOf(beginning).body, plannedRun(beginning).end);
  const away = Math.hypot(end.x - target.x, end.y - target.y);
  return {
    away,
    words:
      away <= ZONE_RADIUS
        ? say`The part that scores ends ${formatQuantity(away, 'length', 0)} from the target: a hit, if all goes as planned.`
        : say`The part that scores ends ${formatQuantity(away, 'length', 0)} from the target.`,
  };
}

/** The simplest way there, as people say it: a turn towards the target, and straight on. */
export function straightThere(beginning: Beginning): string {
  const { start, facing, target } = beginning;
  if (start === null || target === null) return '';
  const bearing = Math.atan2(target.y - start.y, target.x - start.x);
  const turn = degrees(wrapAngle(bearing - facing));
  const far =
    Math.hypot(target.x - start.x, target.y - start.y) - rulerValue(beginning, 'body.toolX');
  const turned =
    Math.abs(turn) < 1 ? [] : [`turn ${turn > 0 ? 'left' : 'right'} ${Math.abs(turn).toFixed(0)}`];
  return [...turned, `drive ${Math.max(10, far).toFixed(0)}`].join('; ');
}
