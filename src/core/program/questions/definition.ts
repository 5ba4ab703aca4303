import type { RobotParameters } from '../../robot/parameters.ts';
import type { ProgramMemory, ProgramRobot } from '../robot.ts';
import type { Call, CallWriter, SheetNumber } from '../text.ts';

/** A reading as a question compares it, in the unit in which it is shown. */
export interface Compared {
  value: number;
  limit: number;
  /** Standard deviation of one look at a robot that stands still. */
  noise: number;
  /** How it is written: digits after the point, and the unit with its space. */
  digits: number;
  unit: string;
}

/** What a program asks a sensor, yes or no; all that there is to it in one place. */
export interface QuestionDefinition<Q extends { kind: string }> {
  kind: Q['kind'];
  /** One look. */
  ask(this: void, robot: ProgramRobot, question: Q, memory: ProgramMemory): boolean;
  /**
   * Chance that one look says yes.
   *
   * @param robot one without noise, standing where the question is asked
   */
  chance(
    this: void,
    robot: ProgramRobot,
    question: Q,
    memory: ProgramMemory,
    trueParameters: RobotParameters,
  ): number;
  /** What the robot without noise reads; absent where the answer hangs on no number. */
  compared?(
    this: void,
    robot: ProgramRobot,
    question: Q,
    trueParameters: RobotParameters,
  ): Compared;
  /** Whether the answer depends on the field and not on the robot alone. */
  sensesField: boolean;
  /** The colour that it waits for. */
  colour?(this: void, question: Q): string;
  /** When the answer is yes: “the range sensor ahead reads 120 mm or less”. */
  words(this: void, question: Q, setup: RobotParameters): string;
  numbers(this: void, question: Q, setup: RobotParameters): SheetNumber[];
  call(this: void, question: Q, writer: CallWriter): Call;
  checks?(this: void, question: Q, setup: RobotParameters): string[];
}

export function defineQuestion<Q extends { kind: string }>(
  definition: QuestionDefinition<Q>,
): QuestionDefinition<Q> {
  return definition;
}
