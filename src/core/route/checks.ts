import { formatNumber, formatQuantity } from '../mathematics/quantity.ts';
import { definitionOf, type Move } from '../moves/index.ts';
import { instructionKind, type Instruction } from '../program/instructions/index.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { say } from '../language/say.ts';

/** Looks that a sensor needs of a line before the program may rely on having seen it. */
const LOOKS = 2;
/** A time limit beyond this is none, s. */
const LONGEST_LIMIT = 20;

/** What is worth knowing about a move before it is driven, in sentences; the gravest first. */
export function moveChecks(move: Move, instruction: Instruction, setup: RobotParameters): string[] {
  const says: string[] = [];
  if (instruction.kind !== 'wait' && instruction.timeLimit > LONGEST_LIMIT) {
    says.push(
      say`It gives up only after ${formatNumber(instruction.timeLimit, 0)} s: a robot that is stuck pushes that long.`,
    );
  }
  says.push(...(instructionKind(instruction).checks?.(instruction, setup) ?? []));
  says.push(...(definitionOf(move.kind).checks?.(move, setup) ?? []));
  return says;
}

/** Whether a line is too narrow for the loop at this speed: a sentence, or null. */
export function narrowLineCheck(
  width: number,
  speed: number,
  setup: RobotParameters,
): string | null {
  const fastest = width / (LOOKS * setup.program.loopPeriod);
  return speed <= fastest
    ? null
    : say`At this speed the sensor can step over a line of ${formatQuantity(width, 'length', 0)}. Drive slower than ${formatQuantity(fastest, 'speed', 0)}.`;
}
