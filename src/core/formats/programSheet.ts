import { degrees } from '../mathematics/angle.ts';
import { motorOfDistance, motorOfTurn } from '../robot/driveBase.ts';
import { formatNumber } from '../mathematics/quantity.ts';
import type { Setup } from '../robot/parameters.ts';
import type {
  Instruction,
  Steering,
  StraightInstruction,
  TurnInstruction,
  Until,
} from '../moves/instruction.ts';
import { gainPercentPerDegree } from '../moves/compiling.ts';
import { instructionsOf } from '../route/instructions.ts';
import { stepsOf, type RoutePlan } from '../route/plan.ts';
import { type Move } from '../moves/index.ts';
import { type Stop } from '../robot/motor.ts';
import { headingText, shownHeading } from '../robot/headings.ts';
import { titlesOf } from '../route/titles.ts';

/** A number that a team types into its own programming tool. */
interface SheetNumber {
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

/** The moves of a plan in words, one entry a move, with every number that the program needs. */
export function programSheet(plan: RoutePlan, setup: Setup): SheetStep[] {
  const steps = stepsOf(plan.moves);
  const instructions = instructionsOf(plan.moves, setup);
  const position = (id: string) => plan.moves.findIndex((move) => move.id === id);
  const titles = titlesOf(plan.moves, setup);
  return plan.moves.map((move, i) => {
    const first = steps.findIndex((step) => step.move.id === move.id);
    const instruction = instructions[first];
    const { title } = titles[i]!;
    if (instruction === undefined) {
      return { moveId: move.id, title, sentences: repeatSentences(move, position), numbers: [] };
    }
    return {
      moveId: move.id,
      title,
      sentences: sentencesOf(move, instruction, setup),
      numbers: numbersOf(move, instruction, setup),
    };
  });
}

function repeatSentences(move: Move, position: (id: string) => number): string[] {
  if (move.kind !== 'repeat') return [];
  const from = position(move.fromId) + 1;
  return from === 0
    ? ['There is no such move before this one, so nothing is repeated.']
    : [
        `Do everything from move ${from} to here ${move.times} times in all, with the same numbers.`,
      ];
}

function sentencesOf(move: Move, instruction: Instruction, setup: Setup): string[] {
  switch (instruction.kind) {
    case 'straight':
      return straightSentences(instruction, setup);
    case 'turn':
      return turnSentences(instruction, setup);
    case 'arc':
      return [
        `Drive ${instruction.turn > 0 ? 'a left' : 'a right'} arc: each motor at its own power.`,
        `${stopWords(instruction.stop)} when ${instruction.by === 'gyro' ? 'the gyro has turned' : 'the motors have turned apart by enough for'} ${degreesText(instruction.stopAfter, 1)}°, then wait ${seconds(instruction.rest)}.`,
        `The robot turns on for ${degreesText(instruction.runOn, 1)}°.`,
      ];
    case 'align':
      return [
        'Drive with both motors; stop each motor on its own as soon as its light sensor is dark.',
        `Then wait ${seconds(instruction.rest)} and set the heading to ${headingText(instruction.headingAfter, setup)}.`,
      ];
    case 'zero':
      return [
        `Wait until the gyro’s rate stays near zero, for ${seconds(instruction.timeLimit)} at most.`,
        'Reset the heading to 0. Headings of later moves count from here.',
      ];
    case 'wait':
      return move.kind === 'checkpoint'
        ? [
            instruction.duration > 0
              ? `Stand here for ${seconds(instruction.duration)}, so that the place can be measured.`
              : 'Runs are measured here. The program does nothing.',
          ]
        : [`Stand still for ${seconds(instruction.duration)}.`];
    case 'arm':
      return [
        `Turn the attachment motor ${instruction.power < 0 ? 'backwards' : 'forwards'}; keep fingers away.`,
        `Stop it when it has turned ${degreesText(Math.abs(instruction.angle) - instruction.runOn, 1)}°, or has not moved for ${seconds(instruction.stallTime)}, or after ${seconds(instruction.timeLimit)}.`,
      ];
  }
}

function straightSentences(instruction: StraightInstruction, setup: Setup): string[] {
  const way = instruction.power < 0 ? 'backwards' : 'forwards';
  const { until, headingAfter } = instruction;
  return [
    ...(until.kind === 'travel' ? ['Reset both motor positions, or remember them.'] : []),
    `Drive ${way} and ${holdWords(instruction.steering, setup)}.`,
    `${stopWords(instruction.stop)} ${untilWords(until, setup)}${until.kind === 'time' ? '' : `, or after ${seconds(instruction.timeLimit)}`}; then wait ${seconds(instruction.rest)}.`,
    headingAfter === null
      ? `The robot rolls on for ${formatNumber(instruction.runOn, 0)} mm.`
      : `It stands flat now: set the heading to ${headingText(headingAfter, setup)}.`,
  ];
}

function stopWords(stop: Stop): string {
  switch (stop) {
    case 'brake':
      return 'Brake';
    case 'hold':
      return 'Brake and hold';
    case 'coast':
      return 'Let the motors roll out';
  }
}

function untilWords(until: Until, setup: Setup): string {
  switch (until.kind) {
    case 'travel':
      return `when the average of both motors has turned ${degreesText(motorOfDistance(setup.drive, until.travel), 0)}°`;
    case 'range':
      return `at the first reading of ${formatNumber(until.reading, 0)} mm or less`;
    case 'light':
      return `as soon as the ${until.sensor} light sensor reads ${until.below ? 'less' : 'more'} than ${percent(until.threshold)}`;
    case 'crossings':
      return `when the ${until.sensor} light sensor has gone dark ${until.count === 1 ? 'once' : `${until.count} times`}, below ${percent(until.threshold)}`;
    case 'touch':
      return 'as soon as the bumper is pressed';
    case 'time':
      return `after ${seconds(until.duration)} of pushing`;
  }
}

function turnSentences(instruction: TurnInstruction, setup: Setup): string[] {
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
  const first = `Turn ${side} with ${wheels}.${from}`;
  const rest = `then wait ${seconds(instruction.rest)}`;
  const passed = `${stopWords(instruction.stop)} as soon as the gyro has passed ${headingText(instruction.triggerHeading, setup)}, never when it equals it, ${rest}.`;
  const { control } = instruction;
  switch (control.kind) {
    case 'stop early':
      return [first, passed, `The robot turns on for ${degreesText(instruction.stopEarly, 1)}°.`];
    case 'slow end':
      return [
        first,
        `For the last ${degreesText(control.lastAngle, 0)}° go on with ${percent(control.lastPower)} power.`,
        passed,
      ];
    case 'controller':
      return [
        first,
        'Set the power from the heading error, taken the short way round, at every look.',
        `${stopWords(instruction.stop)} when the error is below half a degree and the robot hardly turns, or after ${seconds(instruction.timeLimit)}; ${rest}.`,
      ];
  }
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
    case 'wall':
      return `keep the side sensor at ${formatNumber(steering.reading, 0)} mm`;
    case 'line':
      return `keep the first light sensor at ${percent(steering.threshold)}, the edge of the line`;
  }
}

function numbersOf(move: Move, instruction: Instruction, setup: Setup): SheetNumber[] {
  switch (instruction.kind) {
    case 'straight':
      return [
        ...untilNumbers(instruction.until, setup),
        number('Power', 100 * instruction.power, '%', 1),
        ...steeringNumbers(instruction.steering, setup),
        ...headingAfter(instruction.headingAfter, setup),
        number('Time limit', instruction.timeLimit, 's', 1),
      ];
    case 'turn': {
      const style = move.kind === 'turn' ? move.style : 'spot';
      const motor = motorOfTurn(setup.drive, Math.abs(instruction.turn), style);
      return [
        ...turnNumbers(instruction, setup),
        number('Power', 100 * instruction.power, '%', 1),
        number('Motor degrees, for checking', degrees(motor), '°', 0),
        number('Time limit', instruction.timeLimit, 's', 1),
      ];
    }
    case 'arc': {
      const apart = motorOfDistance(setup.drive, instruction.stopAfter * setup.drive.track);
      return [
        instruction.by === 'gyro'
          ? number('Stop after turning', degrees(instruction.stopAfter), '°', 1)
          : number('Stop when the motors are apart by', degrees(apart), '°', 0),
        number('Left power', 100 * instruction.leftPower, '%', 1),
        number('Right power', 100 * instruction.rightPower, '%', 1),
        number('Time limit', instruction.timeLimit, 's', 1),
      ];
    }
    case 'align':
      return [
        number('Dark is below', 100 * instruction.threshold, '%', 0),
        number('Power', 100 * instruction.power, '%', 1),
        ...headingAfter(instruction.headingAfter, setup),
        number('Time limit', instruction.timeLimit, 's', 1),
      ];
    case 'zero':
      return [number('Time limit', instruction.timeLimit, 's', 1)];
    case 'wait':
      return instruction.duration > 0 ? [number('Time', instruction.duration, 's', 2)] : [];
    case 'arm':
      return [
        number('Stop after', degrees(Math.abs(instruction.angle) - instruction.runOn), '°', 1),
        number('Power', 100 * instruction.power, '%', 1),
        number('Stalled after', instruction.stallTime, 's', 2),
        number('Time limit', instruction.timeLimit, 's', 1),
      ];
  }
}

function turnNumbers(instruction: TurnInstruction, setup: Setup): SheetNumber[] {
  const { control, target } = instruction;
  const trigger = number(
    'Stop at heading',
    shownHeading(instruction.triggerHeading, setup),
    '°',
    1,
  );
  const early = number('Stop early by', degrees(instruction.stopEarly), '°', 1);
  switch (control.kind) {
    case 'stop early':
      return [trigger, early];
    case 'slow end':
      return [
        trigger,
        early,
        number('Slow for the last', degrees(control.lastAngle), '°', 1),
        number('Power there', 100 * control.lastPower, '%', 1),
      ];
    case 'controller':
      return [
        target.kind === 'heading'
          ? number('Heading', shownHeading(target.reported, setup), '°', 1)
          : number('Angle', shownHeading(target.reported, setup), '°', 1),
        number('P, per degree', gainPercentPerDegree(control.p), '%', 2),
        ...(control.i === 0
          ? []
          : [number('I, per degree and second', gainPercentPerDegree(control.i), '%', 2)]),
        ...(control.d === 0
          ? []
          : [number('D, per degree a second', gainPercentPerDegree(control.d), '%', 3)]),
      ];
  }
}

function untilNumbers(until: Until, setup: Setup): SheetNumber[] {
  switch (until.kind) {
    case 'travel': {
      const motor = motorOfDistance(setup.drive, until.travel);
      return [
        number('Motor degrees at the brake', degrees(motor), '°', 0),
        number('Rotations at the brake', motor / (2 * Math.PI), 'rot', 2),
        number('Distance at the brake', until.travel, 'mm', 0),
      ];
    }
    case 'range':
      return [number('Stop at reading', until.reading, 'mm', 0)];
    case 'light':
      return [number('Dark is below', 100 * until.threshold, '%', 0)];
    case 'crossings':
      return [
        number('Crossings', until.count, 'lines', 0),
        number('Dark is below', 100 * until.threshold, '%', 0),
      ];
    case 'touch':
      return [];
    case 'time':
      return [number('Push for', until.duration, 's', 1)];
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
        number('Steering per degree', gainPercentPerDegree(steering.gain), '%', 2),
      ];
    case 'wall':
      return [
        number('Keep the reading at', steering.reading, 'mm', 0),
        number('Steering per mm', 100 * steering.gain, '%', 3),
      ];
    case 'line':
      return [
        number('Keep the light at', 100 * steering.threshold, '%', 0),
        number('Steering per % of light', steering.gain, '%', 2),
      ];
  }
}

function headingAfter(heading: number | null, setup: Setup): SheetNumber[] {
  return heading === null
    ? []
    : [number('Set the heading to', shownHeading(heading, setup), '°', 1)];
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

function percent(share: number): string {
  return `${formatNumber(100 * share, 0)} %`;
}
