import { degrees, wrapAngle } from '../../mathematics/angle.ts';
import { formatNumber } from '../../mathematics/quantity.ts';
import { motorOfTurn } from '../../robot/driveBase.ts';
import { holdDelay, natureOfHold } from '../../robot/headingControl.ts';
import { gyroHeadingText, gyroHeading } from '../../robot/headings.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import { defineInstruction, type MotorInstruction } from '../definition.ts';
import { gainPercentPerDegree, powerPerRate } from '../power.ts';
import type { Controller, ProgramMemory, ProgramRobot } from '../robot.ts';
import { TURN_END_RATE, TURN_TOLERANCE } from '../settings.ts';
import {
  call,
  motorNumber,
  degreesText,
  percentText,
  secondsText,
  sheetNumber,
  short,
  stopWords,
  type Call,
  type CallWriter,
  type SheetNumber,
} from '../text.ts';
import { memberWord } from '../../language/memberWords.ts';
import { say } from '../../language/say.ts';

/** Slowly for the last part, or by a controller; gains in power per rad, per rad·s, per rad/s. */
export type TurnControl =
  | { kind: 'stop early' }
  | { kind: 'slow end'; lastAngle: number; lastPower: number }
  | { kind: 'controller'; p: number; i: number; d: number };

/** A turn as the program carries it out. Headings are as the gyro reports them, rad. */
export interface TurnInstruction extends MotorInstruction {
  kind: 'turn';
  /** Power of the moving wheels, without sign. */
  power: number;
  /** +1 or 0: whether the wheel moves in this turn. */
  leftMoves: 0 | 1;
  rightMoves: 0 | 1;
  target: { kind: 'heading'; reported: number } | { kind: 'angle'; reported: number };
  /** The brake is set this much before the target, reported rad; and whether somebody typed that. */
  stopEarly: number;
  typed: boolean;
  /** Expected reported heading at which the brake is set, rad. */
  triggerHeading: number;
  /** Expected true turn, rad counter-clockwise. */
  turn: number;
  rate: number;
  /** Rate at the end, rad/s. */
  lastRate: number;
  control: TurnControl;
  reachesSpeed: boolean;
}

/** Turns whose remaining angle is below this need no motor, rad. */
const NOTHING_TO_TURN = 0.002;

export const turnInstruction = defineInstruction<TurnInstruction>({
  kind: 'turn',
  execute(runner, instruction) {
    const { robot, estimated, memory } = runner;
    const end = runner.loop(
      () => controllerOf(robot, instruction, estimated, memory),
      instruction.stop,
      instruction.timeLimit,
    );
    runner.pause(instruction.rest);
    return end;
  },
  drives: true,
  endsByGyro: () => true,
  sheet: (instruction, setup) => ({
    sentences: sentencesOf(instruction, setup),
    numbers: [
      ...numbersOf(instruction, setup),
      sheetNumber(say`Power`, 100 * instruction.power, '%', 1),
      motorNumber(
        say`, for checking`,
        motorOfTurn(setup.drive, Math.abs(instruction.turn), styleOf(instruction)),
      ),
      sheetNumber(say`Time limit`, instruction.timeLimit, 's', 1),
    ],
  }),
  calls(instruction, writer) {
    const { target, power, leftMoves, rightMoves } = instruction;
    const shown = gyroHeading(target.reported, writer.setup);
    const scale = say`degrees as the gyro counts them, scale ${writer.origin('gyro.scale')}`;
    return [
      call(
        'turn',
        {
          call:
            target.kind === 'heading'
              ? call('to heading', writer.constant('HEADING', shown, 'degrees', scale))
              : call('by angle', writer.constant('ANGLE', shown, 'degrees', scale)),
        },
        { call: controlCall(instruction, writer) },
        writer.constant('POWER', 100 * power, 'percent', 'percent'),
        writer.constant('LEFT', leftMoves, 'as it is', say`1 when the left wheel moves`),
        writer.constant('RIGHT', rightMoves, 'as it is', say`1 when the right wheel moves`),
        ...writer.end(instruction),
      ),
    ];
  },
  checks: turnChecks,
});

function styleOf({ leftMoves, rightMoves }: TurnInstruction) {
  return leftMoves === 0 ? 'pivot-left' : rightMoves === 0 ? 'pivot-right' : 'spot';
}

function controllerOf(
  robot: ProgramRobot,
  instruction: TurnInstruction,
  estimated: RobotParameters,
  memory: ProgramMemory,
): Controller {
  const start = robot.readHeading();
  const turn =
    instruction.target.kind === 'angle'
      ? instruction.target.reported
      : wrapAngle(instruction.target.reported - start - memory.headingOffset);
  if (Math.abs(turn) < NOTHING_TO_TURN) return { remaining: () => 0, steer: () => {} };
  const { control, leftMoves, rightMoves, power } = instruction;
  const turnBy = (share: number) => robot.setPower(-leftMoves * share, rightMoves * share);
  const direction = Math.sign(turn);
  const trigger = Math.abs(turn) - instruction.stopEarly;
  const early = () => trigger - direction * (robot.readHeading() - start);
  switch (control.kind) {
    case 'stop early':
      return { remaining: early, steer: () => turnBy(direction * power) };
    case 'slow end': {
      const slowFrom = Math.abs(turn) - control.lastAngle;
      return {
        remaining: early,
        steer: () => {
          const slow = direction * (robot.readHeading() - start) >= slowFrom;
          turnBy(direction * (slow ? control.lastPower : power));
        },
      };
    }
    case 'controller': {
      const error = () => turn - (robot.readHeading() - start);
      let sum = 0;
      return {
        remaining: () =>
          Math.max(
            Math.abs(error()) - TURN_TOLERANCE,
            // In rad like the error: how far it turns within half a second.
            (Math.abs(robot.readRate()) - TURN_END_RATE) / 2,
          ),
        steer: () => {
          const now = error();
          const wanted = control.p * now + control.i * sum - control.d * robot.readRate();
          const limited = Math.max(-power, Math.min(power, wanted));
          // What the motors cannot do is not summed up, or it would have to be undone later.
          if (limited === wanted) sum += now * estimated.program.loopPeriod;
          turnBy(limited);
        },
      };
    }
  }
}

function sentencesOf(instruction: TurnInstruction, setup: RobotParameters): string[] {
  const side = instruction.turn > 0 ? 'left' : 'right';
  const wheels =
    instruction.leftMoves && instruction.rightMoves
      ? say`both wheels, one against the other`
      : instruction.leftMoves
        ? say`the left wheel only`
        : say`the right wheel only`;
  const from =
    instruction.target.kind === 'angle'
      ? say` The heading to stop at holds when the turn begins at ${gyroHeadingText(instruction.triggerHeading - Math.sign(instruction.turn) * (Math.abs(instruction.target.reported) - instruction.stopEarly), setup)}; otherwise add the difference.`
      : '';
  const first = say`Turn ${memberWord(side)} with ${wheels}.${from}`;
  const rest = say`then wait ${secondsText(instruction.rest)}`;
  const passed = say`${stopWords(instruction.stop)} as soon as the gyro has passed ${gyroHeadingText(instruction.triggerHeading, setup)}, never when it equals it, ${rest}.`;
  const { control } = instruction;
  switch (control.kind) {
    case 'stop early':
      return [
        first,
        passed,
        say`The robot turns on for ${degreesText(instruction.stopEarly, 1)}°.`,
      ];
    case 'slow end':
      return [
        first,
        say`For the last ${degreesText(control.lastAngle, 0)}° go on with ${percentText(control.lastPower)} power.`,
        passed,
      ];
    case 'controller':
      return [
        first,
        say`Set the power from the heading error, taken the short way round, at every look.`,
        say`${stopWords(instruction.stop)} when the error is below half a degree and the robot hardly turns, or after ${secondsText(instruction.timeLimit)}; ${rest}.`,
      ];
  }
}

function numbersOf(instruction: TurnInstruction, setup: RobotParameters): SheetNumber[] {
  const { control, target } = instruction;
  const trigger = sheetNumber(
    say`Stop at heading`,
    gyroHeading(instruction.triggerHeading, setup),
    '°',
    1,
  );
  const early = sheetNumber(say`Stop early by`, degrees(instruction.stopEarly), '°', 1);
  switch (control.kind) {
    case 'stop early':
      return [trigger, early];
    case 'slow end':
      return [
        trigger,
        early,
        sheetNumber(say`Slow for the last`, degrees(control.lastAngle), '°', 1),
        sheetNumber(say`Power there`, 100 * control.lastPower, '%', 1),
      ];
    case 'controller':
      return [
        target.kind === 'heading'
          ? sheetNumber(say`Heading`, gyroHeading(target.reported, setup), '°', 1)
          : sheetNumber(say`Angle`, gyroHeading(target.reported, setup), '°', 1),
        sheetNumber(say`P, per degree`, gainPercentPerDegree(control.p), '%', 2),
        ...(control.i === 0
          ? []
          : [sheetNumber(say`I, per degree and second`, gainPercentPerDegree(control.i), '%', 2)]),
        ...(control.d === 0
          ? []
          : [sheetNumber(say`D, per degree a second`, gainPercentPerDegree(control.d), '%', 3)]),
      ];
  }
}

function controlCall(turn: TurnInstruction, writer: CallWriter): Call {
  const { control } = turn;
  const early = () =>
    writer.constant(
      'STOP_EARLY',
      degrees(turn.stopEarly),
      'degrees',
      say`degrees, ${turn.typed ? say`typed` : say`from delay and braking, ${writer.origin('motor.braking')}`}; at about ${short(gyroHeading(turn.triggerHeading, writer.setup))}`,
    );
  switch (control.kind) {
    case 'stop early':
      return call('stop early', early());
    case 'slow end':
      return call(
        'slow end',
        early(),
        writer.constant(
          'LAST_ANGLE',
          degrees(control.lastAngle),
          'degrees',
          say`degrees that go slowly`,
        ),
        writer.constant('LAST_POWER', 100 * control.lastPower, 'percent', 'percent'),
      );
    case 'controller':
      return call(
        'controller',
        writer.constant('P', gainPercentPerDegree(control.p), 'gain', say`percent per degree`),
        writer.constant(
          'I',
          gainPercentPerDegree(control.i),
          'gain',
          say`percent per degree and second`,
        ),
        writer.constant(
          'D',
          gainPercentPerDegree(control.d),
          'gain',
          say`percent per degree a second`,
        ),
      );
  }
}

function turnChecks(instruction: TurnInstruction, setup: RobotParameters): string[] {
  const says: string[] = [];
  const size = Math.abs(instruction.turn);
  const { control } = instruction;
  const halfWindow = setup.gyro.step / 2 + 2 * setup.gyro.noise;
  if (control.kind === 'controller' && halfWindow > TURN_TOLERANCE) {
    says.push(
      say`The window is too narrow: the turn ends within ${formatNumber(degrees(TURN_TOLERANCE), 1)}°, and this gyro’s readings scatter by ${formatNumber(degrees(halfWindow), 1)}°.`,
    );
  }
  if (control.kind === 'controller') {
    const nature = natureOfHold(
      control.p / turnPowerPerRate(instruction, setup),
      holdDelay(setup, 'gyro'),
    );
    if (nature === 'unstable')
      says.push(say`This P is too large for the robot’s delay: it never stops.`);
    else if (nature === 'overshoots') says.push(say`This P turns too far and comes back.`);
  } else if (instruction.stopEarly >= size && size > 0) {
    says.push(say`The turn is shorter than the robot turns on by itself: it will go too far.`);
  } else if (!instruction.reachesSpeed && size > 0) {
    says.push(say`The turn is too short to reach this rate; a slower one would be as quick.`);
  }
  if (instruction.target.kind === 'angle' && size > Math.PI + 0.01) {
    const short = degrees(2 * Math.PI - size);
    if (short > 0) {
      says.push(
        say`This goes the long way round: ${formatNumber(short, 0)}° to the other side ends at the same heading.`,
      );
    }
  }
  const step = degrees(instruction.lastRate * setup.program.loopPeriod);
  if (step > 1 && control.kind !== 'controller') {
    says.push(
      say`The loop sees the heading every ${formatNumber(step, 1)}° at this rate. No stop angle removes that spread; half the rate would halve it.`,
    );
  }
  return says;
}

/** Power of the moving wheels per rad/s of turn. */
function turnPowerPerRate(instruction: TurnInstruction, setup: RobotParameters): number {
  const both = instruction.leftMoves === 1 && instruction.rightMoves === 1;
  return (both ? 1 : 2) * powerPerRate(setup);
}
