import type { InstructionDefinition } from '../definition.ts';
import { alignInstruction, type AlignInstruction } from './align.ts';
import { arcInstruction, type ArcInstruction } from './arc.ts';
import { armInstruction, type ArmInstruction } from './arm.ts';
import { lookInstruction, type LookInstruction } from './look.ts';
import { servoInstruction, type ServoInstruction } from './servo.ts';
import { straightInstruction, type StraightInstruction } from './straight.ts';
import { turnInstruction, type TurnInstruction } from './turn.ts';
import { waitInstruction, type WaitInstruction } from './wait.ts';
import { zeroInstruction, type ZeroInstruction } from './zero.ts';

/** One step of the program with every number that it needs. */
export type Instruction =
  | StraightInstruction
  | TurnInstruction
  | ArcInstruction
  | AlignInstruction
  | ZeroInstruction
  | WaitInstruction
  | ArmInstruction
  | ServoInstruction
  | LookInstruction;

/** Every kind of instruction: the only list of them. */
const INSTRUCTIONS: { [I in Instruction as I['kind']]: InstructionDefinition<I> } = {
  straight: straightInstruction,
  turn: turnInstruction,
  arc: arcInstruction,
  align: alignInstruction,
  zero: zeroInstruction,
  wait: waitInstruction,
  arm: armInstruction,
  servo: servoInstruction,
  look: lookInstruction,
};

/** All that there is to a kind of instruction. */
export function instructionKind<I extends Instruction>({ kind }: I): InstructionDefinition<I> {
  return INSTRUCTIONS[kind] as unknown as InstructionDefinition<I>;
}
