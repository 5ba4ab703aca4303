import { z } from 'zod';
import { coloursSchema, STARTING_COLOURS, type ColourClass } from './colours.ts';
import { chance, finite, from, millimetres, notNegative, positive } from '../schema/numbers.ts';
import {
  amount,
  group,
  number,
  schemaOf,
  share,
  toggle,
  type NumberEntry,
  type Unsure,
  type ValuesOf,
} from './parameterEntry.ts';
import { say } from '../language/say.ts';

/**
 * Every number that describes one robot, once: its words on the screen, what it measures, where a new robot starts, and
 * its limits. Type, schema, form, table and starting values follow from here. Values are in core units: mm, rad, s, V.
 *
 * What is not known exactly says how far a starting value and a typed one may be from the truth (`unsure`): by the
 * differences between robots of this kind, by a ruler read to a millimetre and wheels that press into a mat, by data
 * sheets. Benches say it themselves.
 *
 * Groups stand in the order in which a team comes across them. Standard deviations are named `…Spread`; they describe what differs from run to run and feed the forecast.
 */
export const PARAMETERS = {
  drive: group(() => say`Wheels`, {
    /** Mean of both driven wheels, mm. */
    wheelDiameter: number(() => say`Wheel diameter`, 'length', 60, positive, {
      digits: 2,
      unsure: amount(3, 0.4),
    }),
    /** Right wheel diameter over left wheel diameter. */
    wheelRatio: number(() => say`Right wheel over left`, 'number', 1, from(0.5, 2), {
      digits: 4,
      unsure: amount(0.004, 0.004),
    }),
    /** Distance between the contact lines of the wheels, mm. */
    track: number(() => say`Track, wheel to wheel`, 'length', 120, positive, {
      digits: 2,
      unsure: amount(8, 1.5),
    }),
    /** Motor turns per wheel turn. */
    gearRatio: number(() => say`Motor turns per wheel turn`, 'number', 1, positive, { digits: 3 }),
    /** Smallest change of a motor's position that the program sees, rad. */
    encoderStep: number(() => say`Motor position step`, 'angle', Math.PI / 180, notNegative, {
      digits: 2,
    }),
    /** Whether the motor position starts again at 0 after a full turn instead of counting on. */
    encoderWraps: toggle(false),
  }),
  /** Outline and tool point, measured from the middle of the axle; x ahead, y to the left. */
  body: group(() => say`Outline`, {
    ahead: number(() => say`Front, ahead of the axle`, 'length', 110, notNegative),
    behind: number(() => say`Back, behind the axle`, 'length', 60, notNegative),
    width: number(() => say`Width`, 'length', 150, positive),
    toolX: number(() => say`Tool point, ahead of the axle`, 'length', 130, millimetres),
    toolY: number(() => say`Tool point, left of the middle`, 'length', 0, millimetres),
  }),
  motor: group(() => say`Motors`, {
    /** Shaft speed without load at the nominal voltage and full power, rad/s. */
    noLoadSpeed: number(() => say`Speed at full power`, 'rate', 16, positive, {
      digits: 0,
      unsure: amount(0.8, 0.5),
    }),
    nominalVoltage: number(() => say`at`, 'voltage', 8, positive, { digits: 2 }),
    /** Time constant with which the speed follows the power, s. */
    lag: number(() => say`Lag`, 'time', 0.05, from(0.001, 2), {
      digits: 3,
      unsure: amount(0.015, 0.01),
    }),
    /** Greatest change of wheel surface speed while driving, mm/s². */
    acceleration: number(() => say`Speeds up by at most`, 'acceleration', 1200, positive, {
      digits: 0,
      unsure: amount(300, 150),
    }),
    /** Change of wheel surface speed after the brake is set, mm/s². */
    braking: number(() => say`Brakes by`, 'acceleration', 1800, positive, {
      digits: 0,
      unsure: amount(200, 140),
    }),
    /** The same when the motors are let roll out instead, mm/s². */
    coasting: number(() => say`Rolls out by`, 'acceleration', 500, positive, {
      digits: 0,
      later: true,
      unsure: amount(150, 80),
    }),
  }),
  program: group(() => say`Program`, {
    /** Time between two looks at the sensors, s. */
    loopPeriod: number(() => say`Loop period`, 'time', 0.012, from(0.001, 0.5), { digits: 4 }),
    /** Time from a decision to its effect at the motor, s. */
    commandDelay: number(() => say`Delay to the motors`, 'time', 0.004, from(0, 0.2), {
      digits: 4,
      unsure: amount(0.002, 0.001),
    }),
    /** Pause after every stop, s. */
    settle: number(() => say`Rest after a stop`, 'time', 0.2, from(0, 5), { digits: 2 }),
    /** How long the program waits at the start for the gyro to be still, s. */
    gyroWait: number(() => say`Waits for a still gyro`, 'time', 3, from(0, 60), { later: true }),
    /** Steering of the gyro hold, rad/s of turn per rad of heading error. */
    headingGain: number(() => say`Gyro hold, °/s per °`, 'number', 6, notNegative, { digits: 2 }),
    /** Steering of the encoder hold, rad/s of turn per rad of (left − right) / track. */
    encoderGain: number(() => say`Encoder hold, °/s per °`, 'number', 6, notNegative, {
      digits: 2,
    }),
  }),
  gyro: group(() => say`Gyro`, {
    /** Reported turn over true turn. */
    scale: number(() => say`Reads this share of a turn`, 'number', 1, from(0.5, 2), {
      digits: 4,
      unsure: amount(0.006, 0.004),
    }),
    /** How the sensor counts, at the edge only: true when a right turn reads positive. */
    rightPositive: toggle(true),
    latency: number(() => say`Reads late by`, 'time', 0.014, from(0, 0.4), {
      digits: 4,
      unsure: amount(0.008, 0.005),
    }),
    step: number(() => say`Step`, 'angle', Math.PI / 1800, notNegative, { digits: 2 }),
    /** White noise of one reading, rad. */
    noise: number(() => say`Noise`, 'angle', 0.0009, notNegative, {
      digits: 3,
      unsure: share(0.4, 0.3),
    }),
    /** Drift that is the same in every run, rad/s counter-clockwise. */
    bias: number(() => say`Drift, the same each run`, 'rate', 0, from(-1, 1), {
      digits: 3,
      unsure: amount(0.0003, 0.0002),
    }),
    /** Drift that differs from one power-on to the next, rad/s. */
    biasSpread: number(() => say`Drift, from run to run`, 'rate', 0.0005, notNegative, {
      digits: 3,
      unsure: share(0.5, 0.4),
    }),
    /** Slow walk of the drift, rad/s per √s. */
    biasWalk: number(() => say`Drift walk, per √s`, 'rate', 0.00005, notNegative, {
      digits: 4,
      unsure: share(0.5, 0.4),
    }),
    /**
     * Random walk of the angle that it sums up, rad per √s; 0 until a long check at rest has told it. It grows with time
     * as noise does, whatever the robot does.
     */
    angleWalk: number(() => say`Angle walk, per √s`, 'angle', 0, notNegative, {
      digits: 4,
      later: true,
      unsure: share(0.5, 0.4),
    }),
  }),
  /** The range sensor that approaches use, usually looking ahead. */
  range: group(() => say`Range sensor ahead`, {
    /** Where the sensor sits, from the middle of the axle, and where it looks. */
    x: number(() => say`Ahead of the axle`, 'length', 100, millimetres, { unsure: amount(5, 1.5) }),
    y: number(() => say`Left of the middle`, 'length', 0, millimetres, { unsure: amount(4, 1.5) }),
    heading: number(() => say`Looks, left is positive`, 'angle', 0, finite, {
      unsure: amount(0.03, 0.015),
    }),
    /** Reading minus true distance, mm. */
    offset: number(() => say`Reads too much by`, 'length', 0, millimetres, {
      unsure: amount(3, 2),
    }),
    noise: number(() => say`Noise`, 'length', 2, notNegative, {
      digits: 2,
      unsure: share(0.4, 0.3),
    }),
    coneHalfAngle: number(() => say`Cone, half angle`, 'angle', 0.13, from(0, 1.5)),
    latency: number(() => say`Reads late by`, 'time', 0.03, from(0, 0.4), {
      digits: 3,
      unsure: amount(0.01, 0.006),
    }),
    shortest: number(() => say`Nearest`, 'length', 40, notNegative, { digits: 0 }),
    longest: number(() => say`Farthest`, 'length', 1500, positive, { digits: 0 }),
    /** Chance that one reading is missing. */
    dropoutChance: number(() => say`Readings that are missing`, 'share', 0.002, chance, {
      digits: 2,
    }),
  }),
  /** The range sensor at the side, for following a wall. */
  rangeSide: group(
    () => say`Range sensor at the side`,
    {
      /** Where the sensor sits, from the middle of the axle, and where it looks. */
      x: number(() => say`Ahead of the axle`, 'length', 60, millimetres, {
        unsure: amount(5, 1.5),
      }),
      y: number(() => say`Left of the middle`, 'length', -65, millimetres, {
        unsure: amount(4, 1.5),
      }),
      heading: number(() => say`Looks, left is positive`, 'angle', -Math.PI / 2, finite, {
        unsure: amount(0.03, 0.015),
      }),
      /** Reading minus true distance, mm. */
      offset: number(() => say`Reads too much by`, 'length', 0, millimetres, {
        unsure: amount(3, 2),
      }),
      noise: number(() => say`Noise`, 'length', 2, notNegative, {
        digits: 2,
        unsure: share(0.4, 0.3),
      }),
      coneHalfAngle: number(() => say`Cone, half angle`, 'angle', 0.05, from(0, 1.5)),
      latency: number(() => say`Reads late by`, 'time', 0.03, from(0, 0.4), {
        digits: 3,
        unsure: amount(0.01, 0.006),
      }),
      shortest: number(() => say`Nearest`, 'length', 30, notNegative, { digits: 0 }),
      longest: number(() => say`Farthest`, 'length', 1500, positive, { digits: 0 }),
      /** Chance that one reading is missing. */
      dropoutChance: number(() => say`Readings that are missing`, 'share', 0.002, chance, {
        digits: 2,
      }),
    },
    { later: true },
  ),
  /** Reflected light as shares of 1. It depends on the room: measured again at every venue. */
  light: group(
    () => say`Light`,
    {
      dark: number(() => say`Dark reads`, 'share', 0.12, chance, { unsure: amount(0.04, 0.02) }),
      light: number(() => say`Light reads`, 'share', 0.6, chance, { unsure: amount(0.06, 0.03) }),
      noise: number(() => say`Noise`, 'share', 0.01, chance, {
        digits: 2,
        unsure: share(0.4, 0.3),
      }),
      /** Between dark and light; programs compare with less-than, never with equals. */
      threshold: number(() => say`Dark is below`, 'share', 0.36, chance),
      /** Where the two light sensors look at the ground, from the middle of the axle, mm. */
      firstX: number(() => say`First sensor, ahead of the axle`, 'length', 70, millimetres, {
        later: true,
        unsure: amount(4, 1.5),
      }),
      firstY: number(() => say`First sensor, left of the middle`, 'length', 30, millimetres, {
        later: true,
        unsure: amount(4, 1.5),
      }),
      secondX: number(() => say`Second sensor, ahead of the axle`, 'length', 70, millimetres, {
        later: true,
        unsure: amount(4, 1.5),
      }),
      secondY: number(() => say`Second sensor, left of the middle`, 'length', -30, millimetres, {
        later: true,
        unsure: amount(4, 1.5),
      }),
      /** Radius of the spot that a light sensor sees, mm. */
      spot: number(() => say`Radius of the spot that it sees`, 'length', 7, positive, {
        later: true,
      }),
    },
    { later: true },
  ),
  /** The sensor that tells colours, where it looks at the ground from the middle of the axle. */
  colour: group(
    () => say`Colour sensor`,
    {
      x: number(() => say`Ahead of the axle`, 'length', 70, millimetres, {
        unsure: amount(4, 1.5),
      }),
      y: number(() => say`Left of the middle`, 'length', 0, millimetres, {
        unsure: amount(4, 1.5),
      }),
      /** Radius of the spot that it sees, mm. */
      spot: number(() => say`Radius of the spot that it sees`, 'length', 6, positive),
      /** Standard deviation of one channel of one reading, a share of 1. */
      noise: number(() => say`Noise of a channel`, 'share', 0.015, chance, { digits: 2 }),
    },
    { later: true },
  ),
  /** A bumper over the whole width of the robot. */
  touch: group(
    () => say`Bumper`,
    {
      /** Whether it is at the back instead of the front. */
      behind: toggle(false),
    },
    { later: true },
  ),
  /** The motor of an attachment. Its angle is 0 where the run starts, rad at the shaft. */
  arm: group(
    () => say`Attachment`,
    {
      /** Shaft speed at full power and the nominal voltage, rad/s. */
      noLoadSpeed: number(() => say`Speed at full power`, 'rate', 12, positive, { digits: 0 }),
      /** Where the attachment hits its own stops, rad. */
      lowest: number(() => say`Stops at the bottom at`, 'angle', -2.1, finite, { digits: 0 }),
      highest: number(() => say`Stops at the top at`, 'angle', 2.1, finite, { digits: 0 }),
    },
    { later: true },
  ),
  /** A servo: it goes to a share of its travel by itself and says nothing of where it is. */
  servo: group(
    () => say`Servo`,
    {
      /** Where it stands at the start of a run, a share of its travel. */
      rest: number(() => say`Stands at the start at`, 'share', 0, chance, { digits: 0 }),
      /** s from one end of its travel to the other. */
      travelTime: number(() => say`From end to end`, 'time', 0.6, from(0.01, 20), { digits: 2 }),
    },
    { later: true },
  ),
  /** What is left to chance when the robot is pressed flat against the border. */
  contact: group(
    () => say`Standing flat`,
    {
      headingSpread: number(() => say`Spread of the heading`, 'angle', 0.004, notNegative, {
        digits: 2,
        unsure: share(0.4, 0.3),
      }),
      /** Spread of the distance from the border, mm. */
      distanceSpread: number(() => say`Spread of the distance`, 'length', 0.7, notNegative, {
        digits: 2,
        unsure: share(0.4, 0.3),
      }),
    },
    { later: true },
  ),
  /** How differently the robot is put down by hand, along and across its direction. */
  placement: group(() => say`Put down by hand`, {
    alongSpread: number(() => say`Spread along`, 'length', 2, notNegative, {
      digits: 2,
      unsure: share(0.4, 0.3),
    }),
    acrossSpread: number(() => say`Spread across`, 'length', 2, notNegative, {
      digits: 2,
      unsure: share(0.4, 0.3),
    }),
    headingSpread: number(() => say`Spread of the heading`, 'angle', 0.008, notNegative, {
      digits: 2,
      unsure: share(0.4, 0.3),
    }),
  }),
  ground: group(() => say`Ground`, {
    /** Spread of the distance, mm per √mm driven. */
    slip: number(() => say`Slip, mm per √mm`, 'number', 0.12, notNegative, {
      digits: 3,
      unsure: share(0.4, 0.3),
    }),
    /** Spread of the heading, rad per √mm driven. */
    slipHeading: number(() => say`Slip of the heading, per √mm`, 'angle', 0.0006, notNegative, {
      digits: 3,
      unsure: share(0.4, 0.3),
    }),
    /** Bumps per mm driven: seams, dust, a cable. */
    bumpRate: number(() => say`Bumps per mm`, 'number', 0.0002, notNegative, {
      digits: 5,
      unsure: share(0.6, 0.5),
    }),
    /** Heading kick of one bump, rad. */
    bumpHeading: number(() => say`One bump turns by`, 'angle', 0.006, notNegative, {
      digits: 2,
      unsure: share(0.4, 0.3),
    }),
  }),
  battery: group(() => say`Battery`, {
    /** Voltage under which the team runs, V. */
    voltage: number(() => say`Voltage in use`, 'voltage', 8, positive, { digits: 2 }),
    voltageSpread: number(() => say`Spread from run to run`, 'voltage', 0.1, notNegative, {
      digits: 2,
      unsure: share(0.4, 0.3),
    }),
    /** Change of the speed with the voltage over what it would be in proportion; 0 when the hub keeps the speed. */
    speedFollows: number(() => say`Speed follows the voltage`, 'share', 1, from(0, 5), {
      digits: 0,
      later: true,
      unsure: amount(0.15, 0.1),
    }),
  }),
};

type Groups = typeof PARAMETERS;

/** The numbers of one robot. A setup is an immutable revision of them. */
type RobotNumbers = { [Group in keyof Groups]: ValuesOf<Groups[Group]['entries']> };

/** All that describes one robot: its numbers, and the colours that its sensor knows. */
export interface RobotParameters extends RobotNumbers {
  colours: ColourClass[];
}
export type Body = RobotParameters['body'];
export type DriveBase = RobotParameters['drive'];
export type Motor = RobotParameters['motor'];
export type RangeSensor = RobotParameters['range'];

/** Which of the two light sensors. */
export type LightPlace = 'first' | 'second';

/** The setup a new robot starts from: plausible numbers for a small two-wheeled robot. */
export const STARTING_SETUP: RobotParameters = {
  ...(Object.fromEntries(
    Object.entries(PARAMETERS).map(([name, { entries }]) => [
      name,
      Object.fromEntries(Object.entries(entries).map(([entry, { start }]) => [entry, start])),
    ]),
  ) as unknown as RobotNumbers),
  colours: STARTING_COLOURS,
};

/** Setups from before a group or number was known get the starting values. */
export const parametersSchema = z.strictObject({
  ...Object.fromEntries(
    Object.entries(PARAMETERS).map(([name, { entries, later }]) => {
      const schema = schemaOf(entries);
      const start = STARTING_SETUP[name as keyof RobotNumbers];
      return [name, later ? schema.default(start) : schema];
    }),
  ),
  colours: coloursSchema.default(STARTING_COLOURS),
}) as unknown as z.ZodType<RobotParameters>;

/** Every number and switch of a setup by its path, such as `drive.track`. */
export const SETUP_PATHS: readonly string[] = Object.entries<{ entries: object }>(
  PARAMETERS,
).flatMap(([group, { entries }]) => Object.keys(entries).map((name) => `${group}.${name}`));

/** How far the number at a path may be from the truth while nobody measured it; null of what is known or chosen. */
export function unsureOf(path: string): Unsure | null {
  const [group, name] = path.split('.') as [keyof RobotNumbers, string];
  const entry = (PARAMETERS[group]?.entries as Record<string, object> | undefined)?.[name];
  return entry !== undefined && 'unsure' in entry ? (entry.unsure as Unsure | null) : null;
}

/** The number at a path in words, as “wheel diameter”, with how it is shown. */
export function numberEntryOf(path: string): NumberEntry {
  const [group, name] = path.split('.') as [keyof RobotNumbers, string];
  const entry = (PARAMETERS[group]?.entries as Record<string, object> | undefined)?.[name];
  if (entry === undefined || !('kind' in entry)) {
    throw new RangeError(`A setup has no number called ${path}.`);
  }
  return entry as NumberEntry;
}

/** What a path of a setup can stand for: a number, a switch, or under `colours` all that it knows. */
export type SetupValue = number | boolean | ColourClass[];

/** The number or switch at a path such as `drive.track`. */
export function setupValue(setup: RobotParameters, path: string): number | boolean {
  const [group, name] = path.split('.') as [keyof RobotNumbers, string];
  const value = (setup[group] as unknown as Record<string, number | boolean> | undefined)?.[name];
  if (value === undefined) throw new RangeError(`A setup has no number called ${path}.`);
  return value;
}

/** A copy of the setup with some values replaced, each given by its path. */
export function withSetupValues(
  setup: RobotParameters,
  values: Record<string, SetupValue>,
): RobotParameters {
  const next = structuredClone(setup);
  for (const [path, value] of Object.entries(values)) {
    if (Array.isArray(value)) {
      next.colours = value;
      continue;
    }
    setupValue(setup, path);
    const [group, name] = path.split('.') as [keyof RobotNumbers, string];
    (next[group] as unknown as Record<string, number | boolean>)[name] = value;
  }
  return next;
}
