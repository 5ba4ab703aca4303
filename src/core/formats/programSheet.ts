import { degrees, wrapAngle } from '../geometry/angle.ts';
import { motorOfDistance, motorOfTurn } from '../drivebase/driveBase.ts';
import { formatNumber } from '../quantities/quantity.ts';
import type { Setup } from '../robot/setup.ts';
import {
  gainPercentPerDegree,
  instructionsOf,
  type Instruction,
  type Steering,
} from '../route/instructions.ts';
import type { Move, RoutePlan } from '../route/moves.ts';

/** A number that a team types into its own programming tool. */
export interface SheetNumber {
  label: string;
  value: string;
  unit: string;
}

/** One move of a route in plain words. */
export interface SheetStep {
  moveId: string;
  title: string;
  sentences: string[];
  numbers: SheetNumber[];
}

/** The steps of a plan in words, with every number that the program needs. */
export function programSheet(plan: RoutePlan, setup: Setup): SheetStep[] {
  const instructions = instructionsOf(plan.moves, setup);
  return plan.moves.map((move, i) => sheetStep(move, instructions[i]!, setup));
}

function sheetStep(move: Move, instruction: Instruction, setup: Setup): SheetStep {
  const step = { moveId: move.id, title: moveTitle(move, instruction, setup) };
  switch (instruction.kind) {
    case 'drive': {
      const motor = motorOfDistance(setup.drive, instruction.stopAfter);
      const way = instruction.power < 0 ? 'backwards' : 'forwards';
      return {
        ...step,
        sentences: [
          'Reset both motor positions, or remember them.',
          `Drive ${way} and ${holdWords(instruction.steering, setup)}.`,
          `Brake when the average of both motors has turned ${degreesText(motor, 0)}°, then wait ${seconds(setup.program.settle)}.`,
          `The robot rolls on for ${formatNumber(instruction.runOn, 0)} mm.`,
        ],
        numbers: [
          number('Power', 100 * instruction.power, '%', 1),
          number('Motor degrees at the brake', degrees(motor), '°', 0),
          number('Rotations at the brake', motor / (2 * Math.PI), 'rot', 2),
          number('Distance at the brake', instruction.stopAfter, 'mm', 0),
          ...steeringNumbers(instruction.steering, setup),
          number('Time limit', instruction.timeLimit, 's', 1),
        ],
      };
    }
    case 'turn': {
      const motor = motorOfTurn(setup.drive, Math.abs(instruction.turn), turnStyle(move));
      return {
        ...step,
        sentences: [
          turnSentence(instruction, setup),
          `Brake as soon as the gyro has passed ${headingText(instruction.triggerHeading, setup)}, never when it equals it, then wait ${seconds(setup.program.settle)}.`,
          `The robot turns on for ${degreesText(instruction.stopEarly, 1)}°.`,
        ],
        numbers: [
          number('Stop at heading', shownHeading(instruction.triggerHeading, setup), '°', 1),
          number('Stop early by', degrees(instruction.stopEarly), '°', 1),
          number('Power', 100 * instruction.power, '%', 1),
          number('Motor degrees, for checking', degrees(motor), '°', 0),
          number('Time limit', instruction.timeLimit, 's', 1),
        ],
      };
    }
    case 'approach':
      return {
        ...step,
        sentences: [
          `Drive ${instruction.power < 0 ? 'backwards' : 'forwards'} and ${holdWords(instruction.steering, setup)}.`,
          `Brake at the first reading of ${formatNumber(instruction.stopAtReading, 0)} mm or less, or after ${seconds(instruction.timeLimit)}, whichever comes first; then wait ${seconds(setup.program.settle)}.`,
          `The robot rolls on for ${formatNumber(instruction.runOn, 0)} mm.`,
        ],
        numbers: [
          number('Stop at reading', instruction.stopAtReading, 'mm', 0),
          number('Power', 100 * instruction.power, '%', 1),
          ...steeringNumbers(instruction.steering, setup),
          number('Time limit', instruction.timeLimit, 's', 1),
        ],
      };
  }
}

/** A move in a few words, in the robot's own sense of right and left. */
export function moveTitle(move: Move, instruction: Instruction, setup: Setup): string {
  switch (move.kind) {
    case 'drive': {
      const length = formatNumber(Math.abs(move.distance), 1);
      return move.distance < 0 ? `Drive back ${length} mm` : `Drive ${length} mm`;
    }
    case 'turn': {
      const turn = instruction.kind === 'turn' ? instruction.turn : 0;
      const side = turn > 0 ? 'left' : 'right';
      return move.target.kind === 'heading'
        ? `Turn ${side} to heading ${headingText(wrapAngle(move.target.heading), setup)}`
        : `Turn ${side} by ${degreesText(Math.abs(move.target.angle), 1)}°`;
    }
    case 'approach':
      return `Approach to ${formatNumber(move.distance, 1)} mm`;
  }
}

/** A heading, rad counter-clockwise, in the convention of the robot: right is positive by default. */
export function shownHeading(heading: number, setup: Setup): number {
  return degrees(setup.gyro.rightPositive ? -heading : heading);
}

/** The inverse of {@link shownHeading}: degrees as the robot counts them to core radians. */
export function headingFromShown(shown: number, setup: Setup): number {
  const heading = (shown * Math.PI) / 180;
  return setup.gyro.rightPositive ? -heading : heading;
}

function headingText(heading: number, setup: Setup): string {
  return `${formatNumber(shownHeading(heading, setup), 1)}°`;
}

function turnSentence(instruction: Extract<Instruction, { kind: 'turn' }>, setup: Setup): string {
  const side = instruction.turn > 0 ? 'left' : 'right';
  const wheels =
    instruction.leftMoves && instruction.rightMoves
      ? 'both wheels, one against the other'
      : instruction.leftMoves
        ? 'the left wheel only'
        : 'the right wheel only';
  const from =
    instruction.target.kind === 'angle'
      ? ` The heading to stop at holds when the turn begins at ${headingText(instruction.triggerHeading - Math.sign(instruction.turn) * (Math.abs(instruction.target.reported) - instruction.stopEarly), setup)}; otherwise add the difference.`
      : '';
  return `Turn ${side} with ${wheels}.${from}`;
}

function holdWords(steering: Steering, setup: Setup): string {
  switch (steering.hold) {
    case 'none':
      return 'give both motors the same power';
    case 'encoders':
      return 'steer by the difference of the motor positions';
    case 'gyro':
      return steering.heading === null
        ? 'keep the heading that the gyro reads at the beginning'
        : `keep the gyro at ${headingText(steering.heading, setup)}`;
  }
}

function steeringNumbers(steering: Steering, setup: Setup): SheetNumber[] {
  switch (steering.hold) {
    case 'none':
      return [];
    case 'encoders':
      return [
        number(
          'Steering per motor degree of difference',
          (steering.gain * 100) / degrees(motorOfDistance(setup.drive, setup.drive.track)),
          '%',
          3,
        ),
      ];
    case 'gyro':
      return [
        ...(steering.heading === null
          ? []
          : [number('Heading to keep', shownHeading(steering.heading, setup), '°', 1)]),
        number('Steering per degree', gainPercentPerDegree(steering), '%', 2),
      ];
  }
}

function turnStyle(move: Move) {
  return move.kind === 'turn' ? move.style : 'spot';
}

function number(label: string, value: number, unit: string, digits: number): SheetNumber {
  return { label, value: formatNumber(value, digits), unit };
}

function degreesText(angle: number, digits: number): string {
  return formatNumber(degrees(angle), digits);
}

function seconds(time: number): string {
  return `${formatNumber(time, 2)} s`;
}
