import type { FieldSight } from '../fieldSight.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import type { ProgramRobot } from '../robot.ts';
import type { Call, CallWriter, SheetNumber } from '../text.ts';

/** Noise of the sensor that an ending waits for. */
export interface EndingNoise {
  source: 'range' | 'light' | 'encoders';
  /** Standard deviation of where along the way the condition is seen, mm. */
  deviation: number;
  /**
   * Whether every look draws a new error, so that the first one that is off far enough ends the move; an
   * error of rounding stays the same from look to look.
   */
  everyLook: boolean;
}

/** What ends a straight, all that there is to it in one place. */
export interface EndingDefinition<E extends { kind: string }> {
  kind: E['kind'];
  /** Begins to wait; what it returns says how far the end is away, positive until it has come. */
  remaining(this: void, robot: ProgramRobot, ending: E, estimated: RobotParameters): () => number;
  /** Whether it waits for something of the field. */
  sensesField: boolean;
  /** What of the field it has to see. */
  sees?: FieldSight;
  touches?: boolean;
  /** The colour that it waits for. */
  colour?(this: void, ending: E): string;
  /** When it stops, as the end of a sentence: “at the first reading of 120 mm or less”. */
  words(this: void, ending: E, setup: RobotParameters): string;
  numbers(this: void, ending: E, setup: RobotParameters): SheetNumber[];
  call(this: void, ending: E, runOn: number, writer: CallWriter): Call;
  noise?(this: void, ending: E, trueParameters: RobotParameters): EndingNoise;
  /** How much sooner than without noise it comes on average, in the unit of what remains. */
  early?(this: void, ending: E, speed: number, trueParameters: RobotParameters): number;
  checks?(this: void, ending: E, setup: RobotParameters): string[];
}

export function defineEnding<E extends { kind: string }>(
  definition: EndingDefinition<E>,
): EndingDefinition<E> {
  return definition;
}
