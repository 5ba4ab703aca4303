import type { FieldSight } from '../fieldSight.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import type { ProgramMemory, ProgramRobot } from '../robot.ts';
import { STEERING_LIMIT } from '../settings.ts';
import type { Call, CallWriter, SheetNumber } from '../text.ts';

/** The loop of a robot that follows something of the field, in the robot's true numbers. */
export interface FollowingLoop {
  source: 'range' | 'light';
  /** The sensor's distance ahead of the axle, mm, and the delay of the loop, s. */
  lead: number;
  delay: number;
  /** Turning rate for each mm off, rad/(s·mm). */
  gain: number;
  /** Noise of the sensor as a place beside what is followed, mm. */
  deviation: number;
}

/** How a straight is steered, all that there is to it in one place. */
export interface SteeringDefinition<S extends { hold: string }> {
  hold: S['hold'];
  /** Begins to steer; what it returns sets the motors from what the sensors say now. */
  steer(
    this: void,
    robot: ProgramRobot,
    power: number,
    steering: S,
    estimated: RobotParameters,
    memory: ProgramMemory,
  ): () => void;
  readsGyro?: boolean;
  comparesMotors?: boolean;
  /** What of the field it has to see. */
  sees?: FieldSight;
  /** Present where the robot follows something of the field. */
  follows?(
    this: void,
    steering: S,
    estimated: RobotParameters,
    trueParameters: RobotParameters,
  ): FollowingLoop;
  /** What the robot does to stay on its way, as the end of a sentence. */
  words(this: void, steering: S, setup: RobotParameters): string;
  numbers(this: void, steering: S, setup: RobotParameters): SheetNumber[];
  call(this: void, steering: S, writer: CallWriter): Call;
  /** @param speed mm/s */
  checks?(this: void, steering: S, speed: number, setup: RobotParameters): string[];
}

export function defineSteering<S extends { hold: string }>(
  definition: SteeringDefinition<S>,
): SteeringDefinition<S> {
  return definition;
}

/** Sets both powers; counter-clockwise corrections slow the left wheel. */
export function steerBy(robot: ProgramRobot, power: number, correction: number): void {
  const limited = Math.max(-STEERING_LIMIT, Math.min(STEERING_LIMIT, correction));
  robot.setPower(power - limited, power + limited);
}
