import { radians } from '../../mathematics/angle.ts';
import type { Pose } from '../../mathematics/pose.ts';
import { topSpeed } from '../../robot/motor.ts';
import { withSetupValues, type RobotParameters } from '../../robot/parameters.ts';
import type { Steering } from '../../program/steerings/index.ts';
import type { StraightInstruction } from '../../program/instructions/straight.ts';
import { powerPerRate } from '../../program/power.ts';
import { Plant, type StepObserver } from '../../simulation/plant.ts';
import { ProgramRun } from '../../simulation/program.ts';
import type { RunSeed } from '../../mathematics/randomness.ts';
import { LINE_NUMBERS, worldOfEdges, type World } from '../../simulation/world.ts';
import { edgeSlope } from '../../robot/edgeFollowing.ts';

/** What keeps a straight straight, for tuning. */
export type LoopKind = 'gyro' | 'encoders' | 'wall' | 'line';

/** A loop to be tried: gains in rad/s per rad (gyro, encoders) or rad/(s·mm) (wall, line). */
export interface LoopSetting {
  kind: LoopKind;
  /** mm/s. */
  speed: number;
  gain: number;
  /** Error to begin with, rad or mm; a usual one when it is not given. */
  error?: number;
}

/** How a loop answers to an error that it begins with: rad for gyro and encoders, mm for wall and line. */
export interface LoopResponse {
  /** s. */
  times: number[];
  errors: number[];
  /** Difference of the wheels at each time over their mean, without sign: how hard it steers. */
  steering: number[];
  /** The error it began with. */
  from: number;
}

/** Error that a response begins with: rad for a heading, mm for a wall and for a line. */
const FIRST_ERROR: Record<LoopKind, number> = {
  gyro: radians(3),
  encoders: radians(3),
  wall: 10,
  line: 3,
};
/** s between two values of a response. */
const INTERVAL = 0.01;
/** A wall and a line that are long enough for any response, mm. */
const LONG = 1e5;
const WALL_DISTANCE = 150;
const LINE_HALF_WIDTH = 60;

/**
 * The simulated response of a robot that already drives, noise-free or with every noise.
 *
 * @param duration s
 */
export function loopResponse(
  estimated: RobotParameters,
  setting: LoopSetting,
  duration: number,
  chance: RunSeed | null = null,
): LoopResponse {
  const { kind, speed } = setting;
  // Wheels that are compared with each other are a gyro that tells at once.
  const setup =
    kind === 'encoders'
      ? withSetupValues(estimated, { 'gyro.latency': 0, 'gyro.scale': 1 })
      : estimated;
  const from = setting.error ?? FIRST_ERROR[kind];
  const plant = new Plant(setup, worldFor(kind, setup));
  const start: Pose =
    kind === 'gyro' || kind === 'encoders'
      ? { x: 0, y: 0, heading: 0 }
      : { x: 0, y: from, heading: 0 };
  plant.putDown(start, chance);
  if (start.y === 0) plant.perturb('heading', from);
  plant.rollAt(speed);
  const recorder = new ErrorRecorder(start.y === 0);
  plant.observer = recorder;
  const instruction = straightOf(setup, setting, duration);
  new ProgramRun(plant, setup, chance === null ? 'mean' : 'ticks').execute(instruction);
  return { times: recorder.times, errors: recorder.errors, steering: recorder.steering, from };
}

function straightOf(
  setup: RobotParameters,
  { kind, speed, gain }: LoopSetting,
  duration: number,
): StraightInstruction {
  return {
    kind: 'straight',
    moveId: kind,
    power: Math.min(1, speed / topSpeed(setup.drive, setup.motor, setup.battery.voltage)),
    steering: steeringFor(setup, kind, gain),
    until: { kind: 'time', duration },
    stoppingDistance: 0,
    speed,
    wantedSpeed: speed,
    reachesSpeed: true,
    headingAfter: null,
    stop: 'brake',
    rest: 0,
    timeLimit: duration + 1,
  };
}

function steeringFor(setup: RobotParameters, kind: LoopKind, gain: number): Steering {
  const power = gain * powerPerRate(setup);
  switch (kind) {
    case 'gyro':
    case 'encoders':
      return { hold: 'gyro', gain: power, heading: 0 };
    case 'wall': {
      const side = Math.sin(setup.rangeSide.heading) < 0 ? -1 : 1;
      return { hold: 'wall', gain: power, reading: WALL_DISTANCE + setup.rangeSide.offset, side };
    }
    case 'line': {
      const threshold = (setup.light.dark + setup.light.light) / 2;
      return { hold: 'line', gain: power / edgeSlope(setup), threshold, side: -1 };
    }
  }
}

/** A wall beside the robot, or a dark line whose left edge runs under its first light sensor. */
function worldFor(kind: LoopKind, { rangeSide, light }: RobotParameters): World {
  switch (kind) {
    case 'gyro':
    case 'encoders':
      return worldOfEdges([]);
    case 'wall': {
      const side = Math.sin(rangeSide.heading) < 0 ? -1 : 1;
      const y = rangeSide.y + side * WALL_DISTANCE;
      const { seen } = worldOfEdges([{ from: { x: -LONG, y }, to: { x: LONG, y } }]);
      return { ...worldOfEdges([]), seen };
    }
    case 'line': {
      const lines = new Float64Array(LINE_NUMBERS);
      const y = light.firstY - LINE_HALF_WIDTH;
      lines.set([-LONG, y, LONG, y, LINE_HALF_WIDTH, 0]);
      return { ...worldOfEdges([]), lines };
    }
  }
}

/** Writes down the error at a steady interval. */
class ErrorRecorder implements StepObserver {
  nextTime = 0;
  readonly times: number[] = [];
  readonly errors: number[] = [];
  readonly steering: number[] = [];

  constructor(private readonly ofHeading: boolean) {}

  record(plant: Plant): void {
    this.times.push(plant.time);
    this.errors.push(this.ofHeading ? plant.heading : plant.y);
    this.steering.push(plant.steering);
    this.nextTime = plant.time + INTERVAL;
  }
}

/** What people look for in a response. Times in s; null when it does not come to it. */
export interface ResponseMetrics {
  /** Until a tenth of the first error is left. */
  rise: number | null;
  /** Largest error to the other side, as a share of the first one. */
  overshoot: number;
  /** From when on the error stays within a twentieth of the first one. */
  settling: number | null;
  /** Integral of the error without its sign over the first error, s. */
  absoluteError: number;
  /** Mean steering: difference of the wheels over their mean. */
  effort: number;
  /** Whether the swings grow. */
  grows: boolean;
}

/** The figures of a response. */
export function responseMetrics({ times, errors, steering, from }: LoopResponse): ResponseMetrics {
  const shares = errors.map((error) => error / from);
  const risen = shares.findIndex((share) => share <= 0.1);
  const outside = shares.findLastIndex((share) => Math.abs(share) > 0.05);
  const largest = (part: readonly number[]) =>
    part.reduce((most, share) => Math.max(most, Math.abs(share)), 0);
  const third = Math.floor(shares.length / 3);
  const late = largest(shares.slice(2 * third));
  return {
    rise: risen === -1 ? null : times[risen]!,
    overshoot: shares.reduce((most, share) => Math.max(most, -share), 0),
    settling: outside >= shares.length - 2 ? null : times[outside + 1]!,
    absoluteError: shares.reduce((sum, share) => sum + Math.abs(share), 0) * INTERVAL,
    effort: steering.reduce((sum, share) => sum + share, 0) / steering.length,
    grows: late > 0.1 && late > 0.95 * largest(shares.slice(third, 2 * third)),
  };
}
