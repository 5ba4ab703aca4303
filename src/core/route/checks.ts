import { dampingRatio, lineDelay, recommendedEdgeGain, wallDelay } from '../robot/edgeFollowing.ts';
import { holdDelay, natureOfHold, recommendedHoldGain } from '../robot/headingControl.ts';
import { degrees } from '../mathematics/angle.ts';
import { formatNumber } from '../mathematics/quantity.ts';
import type { Setup } from '../robot/parameters.ts';
import type { Instruction, StraightInstruction, TurnInstruction } from '../moves/instruction.ts';
import { TURN_TOLERANCE } from '../moves/programSettings.ts';
import { gainPercentPerDegree, powerPerRate } from '../moves/compiling.ts';
import { definitionOf, type Move } from '../moves/index.ts';

/** Looks that a sensor needs of a line before the program may rely on having seen it. */
const LOOKS = 2;
/** A time limit beyond this is none, s. */
const LONGEST_LIMIT = 20;

/** What is worth knowing about a move before it is driven, in sentences; the gravest first. */
export function moveChecks(move: Move, instruction: Instruction, setup: Setup): string[] {
  const says: string[] = [];
  if (instruction.kind !== 'wait' && instruction.timeLimit > LONGEST_LIMIT) {
    says.push(
      `It gives up only after ${formatNumber(instruction.timeLimit, 0)} s: a robot that is stuck pushes that long.`,
    );
  }
  if (instruction.kind === 'turn') says.push(...turnChecks(instruction, setup));
  if (instruction.kind === 'straight') says.push(...straightChecks(move, instruction, setup));
  if (instruction.kind === 'arc' && !instruction.reachesSpeed) {
    says.push('The arc is too short to reach this speed; its radius will not be true.');
  }
  says.push(...(definitionOf(move.kind).checks?.(move, setup) ?? []));
  return says;
}

function turnChecks(instruction: TurnInstruction, setup: Setup): string[] {
  const says: string[] = [];
  const size = Math.abs(instruction.turn);
  const { control } = instruction;
  const halfWindow = setup.gyro.step / 2 + 2 * setup.gyro.noise;
  if (control.kind === 'controller' && halfWindow > TURN_TOLERANCE) {
    says.push(
      `The window is too narrow: the turn ends within ${formatNumber(degrees(TURN_TOLERANCE), 1)}°, and this gyro’s readings scatter by ${formatNumber(degrees(halfWindow), 1)}°.`,
    );
  }
  if (control.kind === 'controller') {
    const nature = natureOfHold(
      control.p / turnPowerPerRate(instruction, setup),
      holdDelay(setup, 'gyro'),
    );
    if (nature === 'unstable')
      says.push('This P is too large for the robot’s delay: it never stops.');
    else if (nature === 'overshoots') says.push('This P turns too far and comes back.');
  } else if (instruction.stopEarly >= size && size > 0) {
    says.push('The turn is shorter than the robot turns on by itself: it will go too far.');
  } else if (!instruction.reachesSpeed && size > 0) {
    says.push('The turn is too short to reach this rate; a slower one would be as quick.');
  }
  if (instruction.target.kind === 'angle' && size > Math.PI + 0.01) {
    const short = degrees(2 * Math.PI - size);
    if (short > 0) {
      says.push(
        `This goes the long way round: ${formatNumber(short, 0)}° to the other side ends at the same heading.`,
      );
    }
  }
  const step = degrees(instruction.lastRate * setup.program.loopPeriod);
  if (step > 1 && control.kind !== 'controller') {
    says.push(
      `The loop sees the heading every ${formatNumber(step, 1)}° at this rate. No stop angle removes that spread; half the rate would halve it.`,
    );
  }
  return says;
}

/** Power of the moving wheels per rad/s of turn. */
function turnPowerPerRate(instruction: TurnInstruction, setup: Setup): number {
  const both = instruction.leftMoves === 1 && instruction.rightMoves === 1;
  return (both ? 1 : 2) * powerPerRate(setup);
}

function straightChecks(move: Move, instruction: StraightInstruction, setup: Setup): string[] {
  const says: string[] = [];
  const { until, speed, steering } = instruction;
  const loop = setup.program.loopPeriod;
  if ('speed' in move && speed < move.speed - 1) {
    says.push(`The motors give ${formatNumber(speed, 0)} mm/s at most, less than asked for.`);
  }
  if (until.kind === 'travel' && !instruction.reachesSpeed) {
    says.push('The straight is too short to reach this speed.');
  }
  if (steering.hold === 'gyro' || steering.hold === 'encoders') {
    const gain = steering.gain / powerPerRate(setup);
    const nature = natureOfHold(gain, holdDelay(setup, steering.hold));
    const better = formatNumber(
      gainPercentPerDegree(recommendedHoldGain(setup, steering.hold) * powerPerRate(setup)),
      2,
    );
    if (nature === 'unstable') {
      says.push(
        `The steering is too strong for the robot’s delay: it weaves more and more. ${better} % per degree is steady.`,
      );
    }
  }
  if (steering.hold === 'wall' || steering.hold === 'line') {
    const wall = steering.hold === 'wall';
    const lead = wall ? setup.rangeSide.x : setup.light.firstX;
    const delay = wall ? wallDelay(setup) : lineDelay(setup);
    const gain = recommendedEdgeGain(lead, speed, delay);
    if (dampingRatio({ lead, speed, gain, delay }) <= 0.1) {
      says.push(
        `The sensor sits ${formatNumber(lead, 0)} mm ahead of the axle, and at this speed the delay uses that up: it weaves with any gain. Drive slower than ${formatNumber(lead / delay / 4, 0)} mm/s, or move the sensor forward.`,
      );
    }
  }
  if (until.kind === 'travel' || until.kind === 'range') {
    const step = speed * loop;
    if (step > 4) {
      says.push(
        `The loop looks every ${formatNumber(step, 1)} mm at this speed. No number removes that spread; a slower last part would.`,
      );
    }
  }
  if (until.kind === 'range') {
    const { shortest, longest, noise } = setup.range;
    if (until.reading < shortest + noise) {
      says.push(`The sensor is wrong nearer than ${formatNumber(shortest, 0)} mm.`);
    }
    if (until.reading > longest) {
      says.push(`The sensor sees no further than ${formatNumber(longest, 0)} mm.`);
    }
  }
  return says;
}

/** Whether a line is too narrow for the loop at this speed: a sentence, or null. */
export function narrowLineCheck(width: number, speed: number, setup: Setup): string | null {
  const fastest = width / (LOOKS * setup.program.loopPeriod);
  return speed <= fastest
    ? null
    : `At this speed the sensor can step over a line of ${formatNumber(width, 0)} mm. Drive slower than ${formatNumber(fastest, 0)} mm/s.`;
}
