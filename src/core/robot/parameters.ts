/**
 * Every number that describes one robot, in core units: mm, rad, s, V.
 *
 * A setup is kept as an immutable revision. Standard deviations are named `…Spread`; they describe
 * what differs from run to run and feed the forecast.
 */
export interface RobotParameters {
  body: Body;
  drive: DriveBase;
  motor: Motor;
  program: ProgramTiming;
  gyro: Gyro;
  /** The range sensor that approaches use, usually looking ahead. */
  range: RangeSensor;
  /** The range sensor at the side, for following a wall. */
  rangeSide: RangeSensor;
  light: LightSensor;
  touch: Bumper;
  arm: ArmMotor;
  battery: Battery;
  placement: Placement;
  ground: Ground;
  contact: Contact;
}

/** Outline and tool point, measured from the middle of the axle; x ahead, y to the left. */
export interface Body {
  ahead: number;
  behind: number;
  width: number;
  toolX: number;
  toolY: number;
}

export interface DriveBase {
  /** Mean of both driven wheels, mm. */
  wheelDiameter: number;
  /** Right wheel diameter over left wheel diameter. */
  wheelRatio: number;
  /** Distance between the contact lines of the wheels, mm. */
  track: number;
  /** Motor turns per wheel turn. */
  gearRatio: number;
  /** Smallest change of a motor's position that the program sees, rad. */
  encoderStep: number;
  /** Whether the motor position starts again at 0 after a full turn instead of counting on. */
  encoderWraps: boolean;
}

export interface Motor {
  /** Shaft speed without load at the nominal voltage and full power, rad/s. */
  noLoadSpeed: number;
  nominalVoltage: number;
  /** Time constant with which the speed follows the power, s. */
  lag: number;
  /** Greatest change of wheel surface speed while driving, mm/s². */
  acceleration: number;
  /** Change of wheel surface speed after the brake is set, mm/s². */
  braking: number;
  /** The same when the motors are let roll out instead, mm/s². */
  coasting: number;
}

interface ProgramTiming {
  /** Time between two looks at the sensors, s. */
  loopPeriod: number;
  /** Time from a decision to its effect at the motor, s. */
  commandDelay: number;
  /** Pause after every stop, s. */
  settle: number;
  /** How long the program waits at the start for the gyro to be still, s. */
  gyroWait: number;
  /** Steering of the gyro hold, rad/s of turn per rad of heading error. */
  headingGain: number;
  /** Steering of the encoder hold, rad/s of turn per rad of (left − right) / track. */
  encoderGain: number;
}

interface Gyro {
  /** Reported turn over true turn. */
  scale: number;
  /** How the sensor counts, at the edge only: true when a right turn reads positive. */
  rightPositive: boolean;
  latency: number;
  step: number;
  /** White noise of one reading, rad. */
  noise: number;
  /** Drift that is the same in every run, rad/s counter-clockwise. */
  bias: number;
  /** Drift that differs from one power-on to the next, rad/s. */
  biasSpread: number;
  /** Slow walk of the drift, rad/s per √s. */
  biasWalk: number;
}

export interface RangeSensor {
  /** Where the sensor sits, from the middle of the axle, and where it looks. */
  x: number;
  y: number;
  heading: number;
  /** Reading minus true distance, mm. */
  offset: number;
  noise: number;
  coneHalfAngle: number;
  latency: number;
  shortest: number;
  longest: number;
  /** Chance that one reading is missing. */
  dropoutChance: number;
}

/** Reflected light as shares of 1. It depends on the room: measured again at every venue. */
interface LightSensor {
  dark: number;
  light: number;
  noise: number;
  /** Between dark and light; programs compare with less-than, never with equals. */
  threshold: number;
  /** Where the two light sensors look at the ground, from the middle of the axle, mm. */
  firstX: number;
  firstY: number;
  secondX: number;
  secondY: number;
  /** Radius of the spot that a light sensor sees, mm. */
  spot: number;
}

/** Which of the two light sensors. */
export type LightPlace = 'first' | 'second';

/** A bumper over the whole width of the robot. */
interface Bumper {
  /** Whether it is at the back instead of the front. */
  behind: boolean;
}

/** The motor of an attachment. Its angle is 0 where the run starts, rad at the shaft. */
interface ArmMotor {
  /** Shaft speed at full power and the nominal voltage, rad/s. */
  noLoadSpeed: number;
  /** Where the attachment hits its own stops, rad. */
  lowest: number;
  highest: number;
}

interface Battery {
  /** Voltage under which the team runs, V. */
  voltage: number;
  voltageSpread: number;
}

/** How differently the robot is put down by hand, along and across its direction. */
interface Placement {
  alongSpread: number;
  acrossSpread: number;
  headingSpread: number;
}

interface Ground {
  /** Spread of the distance, mm per √mm driven. */
  slip: number;
  /** Spread of the heading, rad per √mm driven. */
  slipHeading: number;
  /** Bumps per mm driven: seams, dust, a cable. */
  bumpRate: number;
  /** Heading kick of one bump, rad. */
  bumpHeading: number;
}

/** What is left to chance when the robot is pressed flat against the border. */
interface Contact {
  headingSpread: number;
  /** Spread of the distance from the border, mm. */
  distanceSpread: number;
}

/** The setup a new robot starts from: plausible numbers for a small two-wheeled robot. */
export const STARTING_SETUP: RobotParameters = {
  body: { ahead: 110, behind: 60, width: 150, toolX: 130, toolY: 0 },
  drive: {
    wheelDiameter: 60,
    wheelRatio: 1,
    track: 120,
    gearRatio: 1,
    encoderStep: Math.PI / 180,
    encoderWraps: false,
  },
  motor: {
    noLoadSpeed: 16,
    nominalVoltage: 8,
    lag: 0.05,
    acceleration: 1200,
    braking: 1800,
    coasting: 500,
  },
  program: {
    loopPeriod: 0.012,
    commandDelay: 0.004,
    settle: 0.2,
    gyroWait: 3,
    headingGain: 6,
    encoderGain: 6,
  },
  gyro: {
    scale: 1,
    rightPositive: true,
    latency: 0.014,
    step: Math.PI / 1800,
    noise: 0.0009,
    bias: 0,
    biasSpread: 0.0005,
    biasWalk: 0.00005,
  },
  range: {
    x: 100,
    y: 0,
    heading: 0,
    offset: 0,
    noise: 2,
    coneHalfAngle: 0.13,
    latency: 0.03,
    shortest: 40,
    longest: 1500,
    dropoutChance: 0.002,
  },
  rangeSide: {
    x: 60,
    y: -65,
    heading: -Math.PI / 2,
    offset: 0,
    noise: 2,
    coneHalfAngle: 0.05,
    latency: 0.03,
    shortest: 30,
    longest: 1500,
    dropoutChance: 0.002,
  },
  light: {
    dark: 0.12,
    light: 0.6,
    noise: 0.01,
    threshold: 0.36,
    firstX: 70,
    firstY: 30,
    secondX: 70,
    secondY: -30,
    spot: 7,
  },
  touch: { behind: false },
  arm: { noLoadSpeed: 12, lowest: -2.1, highest: 2.1 },
  battery: { voltage: 8, voltageSpread: 0.1 },
  placement: { alongSpread: 2, acrossSpread: 2, headingSpread: 0.008 },
  ground: { slip: 0.12, slipHeading: 0.0006, bumpRate: 0.0002, bumpHeading: 0.006 },
  contact: { headingSpread: 0.004, distanceSpread: 0.7 },
};

/** Every number and switch of a setup by its path, such as `drive.track`, in the setup's order. */
export function setupPaths(setup: RobotParameters): string[] {
  return Object.entries<object>({ ...setup }).flatMap(([group, values]) =>
    Object.keys(values).map((name) => `${group}.${name}`),
  );
}

/** The value at a path such as `drive.track`. */
export function setupValue(setup: RobotParameters, path: string): number | boolean {
  const [group, name] = path.split('.') as [keyof RobotParameters, string];
  const value = (setup[group] as unknown as Record<string, number | boolean> | undefined)?.[name];
  if (value === undefined) throw new RangeError(`A setup has no number called ${path}.`);
  return value;
}

/** A copy of the setup with some values replaced, each given by its path. */
export function withSetupValues(
  setup: RobotParameters,
  values: Record<string, number | boolean>,
): RobotParameters {
  const next = structuredClone(setup);
  for (const [path, value] of Object.entries(values)) {
    setupValue(setup, path);
    const [group, name] = path.split('.') as [keyof RobotParameters, string];
    (next[group] as unknown as Record<string, number | boolean>)[name] = value;
  }
  return next;
}
