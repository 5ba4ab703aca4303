import { radians } from '../mathematics/angle.ts';
import { hueColour, isHued, type ColourClass, type Rgb } from '../robot/colours.ts';
import { withSetupValues, type RobotParameters } from '../robot/parameters.ts';
import { normal, uniform } from '../mathematics/randomness.ts';

/** What is true of a practice robot, and what nobody at the table knows. */
export interface PracticeTruth {
  setup: RobotParameters;
  /** Readings minus true distance of the three range sensors, mm. */
  rangeOffsets: readonly [number, number, number];
  patches: Record<string, Rgb>;
  /** Drift after a power-on that nobody disturbed, rad/s. */
  quietDrift: number;
  /** V a second that the battery loses. */
  sag: number;
  /** V under which the bus sensors stop answering. */
  busFailsBelow: number;
}

/** Named colours of the demo's patches. Green and teal lie close together on purpose. */
const PATCHES: Record<string, Rgb> = {
  red: rgb(0.62, 0.12, 0.1),
  yellow: rgb(0.7, 0.58, 0.12),
  green: rgb(0.13, 0.44, 0.26),
  teal: rgb(0.12, 0.43, 0.31),
  blue: rgb(0.1, 0.2, 0.55),
  white: rgb(0.86, 0.87, 0.84),
};

/** A hidden truth near what a setup believes: as far off as rulers, data sheets and luck make it. */
export function practiceTruth(estimated: RobotParameters, seed: number): PracticeTruth {
  const random = normal(seed, 0, 1);
  const share = uniform(seed, 0, 2);
  const near = (value: number, spread: number) => value * (1 + spread * random());
  const setup = withSetupValues(estimated, {
    'drive.wheelDiameter': near(estimated.drive.wheelDiameter, 0.006),
    'drive.wheelRatio': 1 + 0.004 * random(),
    'drive.track': near(estimated.drive.track, 0.012),
    'motor.braking': near(estimated.motor.braking, 0.08),
    'gyro.scale': 1 + 0.004 * random(),
    'gyro.rightPositive': share() < 0.7,
    'gyro.latency': 0.012 + 0.02 * share(),
    'gyro.bias': 0,
    'gyro.biasSpread': 0,
    'gyro.biasWalk': 0.000008,
    'gyro.angleWalk': 0.00008,
    'range.offset': 2 * random(),
    'range.noise': 1.2 + share(),
    'range.dropoutChance': 0.002,
    'battery.voltageSpread': 0,
    // A person who puts it down along a line on the floor.
    'placement.alongSpread': 0.6,
    'placement.acrossSpread': 0.6,
    'placement.headingSpread': 0.004,
    'ground.slip': 0.06 + 0.05 * share(),
    'ground.bumpRate': 0,
  });
  const rangeOffsets: PracticeTruth['rangeOffsets'] = [
    setup.range.offset,
    2 * random(),
    -17 + 2 * random(),
  ];
  return {
    setup: withSetupValues(setup, {
      'light.dark': 0.09 + 0.05 * share(),
      'light.light': 0.55 + 0.12 * share(),
      'light.noise': 0.012,
      'colour.noise': 0.02,
      colours: Object.entries(PATCHES).map(([name, colour]) => classOf(name, colour)),
    }),
    rangeOffsets,
    patches: PATCHES,
    quietDrift: radians(0.01) * random(),
    sag: 0.0004,
    busFailsBelow: 0.86 * estimated.battery.voltage,
  };
}

function rgb(red: number, green: number, blue: number): Rgb {
  return { red, green, blue };
}

/** A colour as the sensor sees it on a table; only the middle matters to a sensor. */
function classOf(name: string, colour: Rgb): ColourClass {
  const middle = hueColour(colour);
  return {
    name,
    middle,
    spread: { hue: 0, saturation: 0, value: 0 },
    hued: isHued(middle),
  };
}
