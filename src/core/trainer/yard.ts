import type { Field } from '../field/field.ts';
import { radians } from '../mathematics/angle.ts';
import { rectangle } from '../mathematics/polygon.ts';
import { newMove } from '../moves/index.ts';
import {
  SETUP_PATHS,
  STARTING_SETUP,
  unsureOf,
  withSetupValues,
  type RobotParameters,
} from '../robot/parameters.ts';
import type { Sources } from '../robot/sources.ts';
import { checkpointsOf } from '../route/checkpoints.ts';
import type { RoutePlan } from '../route/plan.ts';
import { say } from '../language/say.ts';

/** The table of every drill: a line to stop at, a border to approach, and one place to reach. */
export const YARD: Field = {
  width: 1600,
  height: 1000,
  border: true,
  ground: 'white',
  matchSeconds: null,
  models: [
    {
      id: 'bell',
      get name() {
        return say`Bell`;
      },
      outline: rectangle(1400, 740, 60, 120),
      zone: {
        target: { x: 1430, y: 618, heading: 0 },
        shape: { kind: 'circle', radius: 22 },
        headingTolerance: null,
      },
      points: 20,
      seen: false,
    },
  ],
  walls: [],
  lines: [
    {
      id: 'line',
      name: 'Line',
      points: [
        { x: 450, y: 480 },
        { x: 1050, y: 480 },
      ],
      width: 24,
      reflectance: 0,
      colour: null,
    },
  ],
  picture: null,
  starts: [
    {
      id: 'home',
      get name() {
        return say`Home`;
      },
      pose: { x: 250, y: 200, heading: 0 },
    },
  ],
};

/** The move that waits for a distance, mm. */
export const APPROACH_DISTANCE = 200;
export const APPROACH = newMove('approach', 'approach', {
  distance: APPROACH_DISTANCE,
  speed: 320,
});
/** The route of every drill: an encoder straight, a gyro turn, a line, an arc by the wheels, and an approach. */
export const ROUTE: RoutePlan = {
  startId: 'home',
  moves: [
    newMove('drive', 'out', { distance: 500, speed: 350, hold: 'encoders' }),
    newMove('turn', 'turn', { target: { kind: 'angle', angle: radians(90) } }),
    newMove('until line', 'line', { speed: 150 }),
    newMove('arc', 'arc', { radius: 200, angle: radians(-90), speed: 200, by: 'encoders' }),
    APPROACH,
    newMove('checkpoint', 'bell', { name: 'Bell', modelId: 'bell', pause: 0.5 }),
  ],
};

/** The one place where runs are measured, its zone, and how many of ten should hit it. */
export const BELL = checkpointsOf(ROUTE)[0]!;
export const ZONE = YARD.models[0]!.zone;
export const GOAL = 0.8;

/** The share of what a typed number may be off by that is left once its bench was done with care. */
const MEASURED = 0.5;
/** What every bench left open of a spread, as a share of it. */
const SPREAD_KNOWN = 0.15;

/** The setup of every drill before something went wrong with it: all its numbers were measured. */
export const SETUP: RobotParameters = withSetupValues(STARTING_SETUP, {
  'gyro.biasSpread': 0.0003,
  'placement.alongSpread': 1,
  'placement.acrossSpread': 1,
  'placement.headingSpread': 0.004,
  'battery.voltageSpread': 0.03,
});
export const SOURCES: Sources = Object.fromEntries(
  SETUP_PATHS.flatMap((path): [string, Sources[string]][] => {
    const unsure = unsureOf(path);
    if (unsure === null) return [];
    const spread = unsure.share ? SPREAD_KNOWN : MEASURED * unsure.typed;
    return [[path, { kind: 'bench', record: 1, spread }]];
  }),
);
