import type { RobotParameters } from '../robot/parameters.ts';
import type { MoveEnd, ProgramRunner } from './robot.ts';
import type { FieldSight } from './fieldSight.ts';
import type { EndingNoise } from './endings/definition.ts';
import type { FollowingLoop } from './steerings/definition.ts';
import type { Call, CallWriter, SheetText } from './text.ts';

/** What all instructions have. */
export interface InstructionBase {
  moveId: string;
  /** s after which the program gives up. */
  timeLimit: number;
  /** Present in a branch: it is carried out when the look at this place among the instructions said so. */
  when?: Condition;
}

/** What a look has to have said. */
export interface Condition {
  look: number;
  answer: boolean;
}

/** Instructions that use the motors. */
export interface MotorInstruction extends InstructionBase {
  stop: 'brake' | 'hold' | 'coast';
  /** Pause after the stop, s: the robot's own, and the time to roll out. */
  rest: number;
}

/**
 * All that there is to a kind of instruction: how it is carried out, what it senses, and how it stands
 * in words and in programs. A move becomes one; several moves may become the same kind.
 */
export interface InstructionDefinition<I extends { kind: string }> {
  kind: I['kind'];
  execute(this: void, runner: ProgramRunner, instruction: I): MoveEnd;
  /** Whether it drives: a robot that stands still adds nothing to the spread. */
  drives: boolean;
  /** Where its stop comes from the gyro; absent means nowhere. */
  endsByGyro?(this: void, instruction: I): boolean;
  /** Whether the gyro steers it on the way. */
  steersByGyro?(this: void, instruction: I): boolean;
  /** Whether it compares the motors' positions. */
  comparesMotors?(this: void, instruction: I): boolean;
  /** Whether where it ends or how it goes depends on the field and not on the robot alone. */
  sensesField?(this: void, instruction: I): boolean;
  /** What of the field it has to see: something ahead, a line on the ground, a wall at its side. */
  sees?(this: void, instruction: I): FieldSight[];
  /** The colour that it looks for; null where it looks for none. */
  colour?(this: void, instruction: I): string | null;
  /** Noise of the sensor that its end waits for; null where it waits for none. */
  endNoise?(this: void, instruction: I, trueParameters: RobotParameters): EndingNoise | null;
  /** How much sooner than without noise its end comes on average, in the unit of what remains; absent means not at all. */
  endsEarly?(this: void, instruction: I, trueParameters: RobotParameters): number;
  /** The loop in which it follows something of the field; null where it follows nothing. */
  follows?(
    this: void,
    instruction: I,
    estimated: RobotParameters,
    trueParameters: RobotParameters,
  ): FollowingLoop | null;
  /** Whether it ends pressed flat against something, so that contact says where it stands. */
  pressesFlat?(this: void, instruction: I): boolean;
  /** Whether it means to touch something. */
  touches?(this: void, instruction: I): boolean;
  sheet(this: void, instruction: I, setup: RobotParameters): SheetText;
  calls(this: void, instruction: I, writer: CallWriter): Call[];
  /** What is worth knowing before it is driven, in sentences; the gravest first. */
  checks?(this: void, instruction: I, setup: RobotParameters): string[];
}

export function defineInstruction<I extends { kind: string }>(
  definition: InstructionDefinition<I>,
): InstructionDefinition<I> {
  return definition;
}
