import { headingError } from '../mathematics/angle.ts';
import { edgeSlope, lineDelay, recommendedEdgeGain } from '../robot/edgeFollowing.ts';
import { brakedMove } from '../robot/brakedMove.ts';
import { powerOfSpeed, stoppingDistance, topSpeed, type Stop } from '../robot/motor.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { deceleration, driveDelay } from '../robot/stopping.ts';
import type { Ending } from '../program/endings/index.ts';
import type { StraightInstruction } from '../program/instructions/straight.ts';
import { powerPerRate } from '../program/power.ts';
import { heldWords } from './words.ts';
import type { Steering } from '../program/steerings/index.ts';

/** s after which a move that waits for a sensor gives up when nothing else is said. */
export const SENSOR_TIME_LIMIT = 8;

/** What all straights share; `speed` has the sign of the way. Ends by its time limit until told otherwise. */
export function straightInstruction(
  move: { id: string; speed: number; stop: Stop; timeLimit: number | null },
  speed: number,
  setup: RobotParameters,
  steering: Steering,
): StraightInstruction {
  const fast = Math.abs(speed);
  const timeLimit = move.timeLimit ?? SENSOR_TIME_LIMIT;
  return {
    kind: 'straight',
    moveId: move.id,
    power: power(speed, setup),
    steering,
    until: { kind: 'time', duration: timeLimit },
    stoppingDistance: stoppingDistance(fast, driveDelay(setup), deceleration(setup, move.stop)),
    speed: fast,
    wantedSpeed: move.speed,
    reachesSpeed: true,
    headingAfter: null,
    stop: move.stop,
    rest: restAfter(fast, move.stop, setup),
    timeLimit,
  };
}

/** The numbers of a straight that ends after a length, mm. */
export function lengthNumbers(
  length: number,
  speed: number,
  move: { stop: Stop; timeLimit: number | null },
  setup: RobotParameters,
) {
  const slowing = deceleration(setup, move.stop);
  const braked = brakedMove(length, speed, setup.motor, driveDelay(setup), slowing);
  const until: Ending = { kind: 'travel', travel: braked.stopAfter };
  return {
    until,
    stoppingDistance: length - braked.stopAfter,
    reachesSpeed: braked.reachesSpeed,
    timeLimit: move.timeLimit ?? 2 * braked.duration + 2,
  };
}

/** How a held straight is steered, when the program believes `heading`. */
export function heldSteering(
  move: { hold: 'none' | 'encoders' | 'gyro'; heading: number | null; gain: number | null },
  setup: RobotParameters,
  heading: number,
): Steering {
  switch (move.hold) {
    case 'none':
      return { hold: 'none' };
    case 'encoders':
      return {
        hold: 'encoders',
        gain: (move.gain ?? setup.program.encoderGain) * powerPerRate(setup),
      };
    case 'gyro':
      return {
        hold: 'gyro',
        gain: (move.gain ?? setup.program.headingGain) * powerPerRate(setup),
        heading:
          move.heading === null
            ? null
            : setup.gyro.scale * (heading + headingError(move.heading, heading)),
      };
  }
}

/**
 * How a robot follows the edge of a dark line.
 *
 * @param gain turning rate per mm off the edge, rad/(s·mm); null takes what the robot recommends at this speed
 */
export function edgeSteering(
  edge: 'left' | 'right',
  gain: number | null,
  speed: number,
  setup: RobotParameters,
): Steering {
  const wanted = gain ?? recommendedEdgeGain(setup.light.firstX, speed, lineDelay(setup));
  return {
    hold: 'line',
    gain: (wanted / edgeSlope(setup)) * powerPerRate(setup),
    threshold: setup.light.threshold,
    // On the left edge, light means too far to the left.
    side: edge === 'left' ? -1 : 1,
  };
}

/** The end of a straight by a light sensor. */
export function lightUntil(
  sensor: 'first' | 'second',
  sees: 'dark' | 'light',
  setup: RobotParameters,
): Ending {
  return { kind: 'light', sensor, below: sees === 'dark', threshold: setup.light.threshold };
}

/** The heading that the program believes after a held straight. */
export function heldHeading(
  { hold, heading }: { hold: string; heading: number | null },
  before: number,
): number {
  return hold === 'gyro' && heading !== null ? before + headingError(heading, before) : before;
}

/** What all straights that are held, or not, have in common. */
export const heldStraight = {
  guide: heldWords,
  headingAfter: heldHeading,
  loop: ({ hold }: Pick<Held, 'hold'>) => (hold === 'none' ? null : hold),
  readsGyro: ({ hold }: Pick<Held, 'hold'>) => hold === 'gyro',
};

/** How a straight is held. */
interface Held {
  hold: 'none' | 'encoders' | 'gyro';
  heading: number | null;
}

/**
 * Steps in which programs set a power, as a share of full power: finer digits would stand in no program, and
 * what is simulated is what the program does.
 */
const POWER_STEP = 0.001;

/** Time for which the program waits after a stop: its pause, and what a robot needs to roll out. */
export function restAfter(wheelSpeed: number, stop: Stop, setup: RobotParameters): number {
  return setup.program.settle + (stop === 'coast' ? wheelSpeed / setup.motor.coasting : 0);
}

/** The power, −1 to 1, that a program sets for a wheel speed, mm/s. */
export function power(wheelSpeed: number, setup: RobotParameters): number {
  const exact = powerOfSpeed(setup.drive, setup.motor, wheelSpeed, setup.battery.voltage);
  return Math.round(exact / POWER_STEP) * POWER_STEP;
}

/** A wheel speed, mm/s, or the highest that the motors give. */
export function reachableSpeed(wheelSpeed: number, setup: RobotParameters): number {
  return Math.min(wheelSpeed, topSpeed(setup.drive, setup.motor, setup.battery.voltage));
}
