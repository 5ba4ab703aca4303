import { degrees } from '../geometry/angle.ts';
import { formatNumber } from '../quantities/quantity.ts';
import type { Setup } from '../robot/setup.ts';
import type { Instruction } from './instructions.ts';
import type { Move } from './moves.ts';

/** What is worth knowing about a move before it is driven, in sentences; the gravest first. */
export function moveChecks(move: Move, instruction: Instruction, setup: Setup): string[] {
  const says: string[] = [];
  const loop = setup.program.loopPeriod;
  if (instruction.kind === 'turn') {
    if (instruction.stopEarly >= Math.abs(instruction.turn) && instruction.turn !== 0) {
      says.push('The turn is shorter than the robot turns on by itself: it will go too far.');
    } else if (!instruction.reachesSpeed && instruction.turn !== 0) {
      says.push('The turn is too short to reach this rate; a slower one would be as quick.');
    }
    const step = degrees(instruction.rate * loop);
    if (step > 1) {
      says.push(
        `The loop sees the heading every ${formatNumber(step, 1)}° at this rate. No stop angle removes that spread; half the rate would halve it.`,
      );
    }
  } else {
    const wanted = move.kind === 'turn' ? 0 : move.speed;
    if (instruction.speed < wanted - 1) {
      says.push(
        `The motors give ${formatNumber(instruction.speed, 0)} mm/s at most, less than asked for.`,
      );
    }
    if (instruction.kind === 'drive' && !instruction.reachesSpeed) {
      says.push('The straight is too short to reach this speed.');
    }
    const step = instruction.speed * loop;
    if (step > 4) {
      says.push(
        `The loop looks every ${formatNumber(step, 1)} mm at this speed. No number removes that spread; a slower last part would.`,
      );
    }
    if (instruction.kind === 'approach') {
      const { shortest, longest } = setup.range;
      if (instruction.stopAtReading < shortest + setup.range.noise) {
        says.push(`The sensor is wrong nearer than ${formatNumber(shortest, 0)} mm.`);
      }
      if (instruction.stopAtReading > longest) {
        says.push(`The sensor sees no further than ${formatNumber(longest, 0)} mm.`);
      }
    }
  }
  return says;
}
