import type { Rgb } from '../robot/colours.ts';
import type { LightPlace, RobotParameters } from '../robot/parameters.ts';
import type { Stop } from '../robot/motor.ts';

/** The robot as its program sees it: what sensors report and what can be commanded, and nothing else. */
export interface ProgramRobot {
  /** s since the robot was put down. */
  readonly time: number;
  /** Motor positions, rad; counted on over whole turns. */
  readLeftMotor(): number;
  readRightMotor(): number;
  /** Heading since the reset, rad counter-clockwise, and turning rate, rad/s, as the gyro reports them. */
  readHeading(): number;
  readRate(): number;
  /** Reading of a range sensor, mm; Infinity when it sees nothing. */
  readRange(): number;
  readSideRange(): number;
  /** Reflected light, a share of 1. */
  readLight(place: LightPlace): number;
  readTouch(): boolean;
  /** What the colour sensor sees, shares of 1. */
  readColour(): Rgb;
  /** Position of the attachment motor, rad. */
  readArm(): number;
  /** Powers as shares of full power, −1 to 1. */
  setPower(left: number, right: number): void;
  setArmPower(power: number): void;
  /** Sends the servo to a share of its travel. */
  setServo(position: number): void;
}

/** What the program remembers from move to move. */
export interface ProgramMemory {
  /** Added to every heading that the gyro reports, rad: set where the heading becomes known again. */
  headingOffset: number;
  /** Where the servo was sent last, a share of its travel. */
  servo: number;
}

/** What a program remembers when it starts. */
export function startingMemory({ servo }: RobotParameters): ProgramMemory {
  return { headingOffset: 0, servo: servo.rest };
}

/** What a loop asks of every tick. */
export interface Controller {
  /** How far the stop condition is away, positive until it has come true. */
  remaining(): number;
  /** Sets the motor powers from what the sensors say now. */
  steer(): void;
}

/** Why an instruction ended. */
export type MoveEnd = 'reached' | 'time limit';

/** What a program can do with its time; simulation and practice robot carry it out. */
export interface ProgramRunner {
  readonly robot: ProgramRobot;
  /** The numbers that the program was written with. */
  readonly estimated: RobotParameters;
  readonly memory: ProgramMemory;
  /** Looks once a loop period until the controller has nothing left or the time is up; then stops the motors. */
  loop(begin: () => Controller, stop: Stop, timeLimit: number): MoveEnd;
  /** Stands still, s. */
  pause(duration: number): void;
  /** Waits until the gyro's rate stays near zero, and makes its heading 0. */
  settleAndZero(timeLimit: number): MoveEnd;
  /** What a look has said: which of two ways is taken. */
  answer(yes: boolean): void;
  /** The robot stands flat against something: its heading is known again, rad as the gyro counts. */
  standFlat(heading: number): void;
}
