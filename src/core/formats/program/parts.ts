import { degrees } from '../../mathematics/angle.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import { instructionKind } from '../../program/instructions/index.ts';
import { questionKind } from '../../program/questions/index.ts';
import {
  call,
  type Argument,
  type Call,
  type CallWriter,
  type ConstantKind,
  type Value,
} from '../../program/text.ts';
import type { Bracket } from '../../moves/definition.ts';
import { questionOf } from '../../moves/questions.ts';
import { HUE_GATES } from '../../robot/colours.ts';
import { instructionsOf } from '../../route/instructions.ts';
import {
  STEERING_LIMIT,
  STILL_RATE,
  STILL_TIME,
  TURN_END_RATE,
  TURN_TOLERANCE,
} from '../../program/settings.ts';
import { stepsOf, type RoutePlan } from '../../route/plan.ts';
import { type Stop } from '../../robot/motor.ts';
import { definitionOf } from '../../moves/index.ts';
import { titlesOf } from '../../route/titles.ts';
import { say } from '../../language/say.ts';

/** A named number of the program with its origin. */
export interface Constant {
  name: string;
  value: Value;
  /** Unit, and what the number was made from. */
  comment: string;
}

/** Steps in which a hub or a gyro takes numbers; finer digits would only look exact. */
const STEP = { percent: 0.1, degrees: 0.01, millimetres: 0.1, seconds: 0.01 };
/** Significant digits of a gain: nobody knows one better. */
const GAIN_DIGITS = 4;

/** A part of a program: the constants and calls of one move, the loop around some, or a way of a choice. */
export type Part =
  | { kind: 'move'; moveId: string; title: string; constants: Constant[]; calls: Call[] }
  | { kind: 'repeat'; title: string; from: number; times: Constant }
  /** A choice opens with what it asks, turns to its second way, and closes. */
  | { kind: 'choice'; title: string; constants: Constant[]; at: Bracket; calls: Call[] };

/** The beginning of a program. */
type StartPart = Pick<Extract<Part, { kind: 'move' }>, 'title' | 'constants' | 'calls'>;

/** Says where a number of the setup comes from: “bench record 4”, “typed”, “starting value”. */
export type Origin = (path: string) => string;

/** The parts of a program in any language, one a move of the plan. */
export function partsOf(plan: RoutePlan, setup: RobotParameters, origin: Origin): Part[] {
  const steps = stepsOf(plan.moves);
  const instructions = instructionsOf(plan.moves, setup);
  const titles = titlesOf(plan.moves, setup);
  return plan.moves.map((move, i): Part => {
    const first = steps.findIndex((step) => step.move.id === move.id);
    const instruction = instructions[first];
    const title = `${i + 1}  ${titles[i]!.title}`;
    const prefix = `${move.kind.toUpperCase().replace(/ /g, '_')}_${i + 1}`;
    if (move.kind === 'repeat') {
      const times = { name: `${prefix}_TIMES`, value: move.times, comment: say`in all` };
      return {
        kind: 'repeat',
        title,
        from: plan.moves.findIndex(({ id }) => id === move.fromId),
        times,
      };
    }
    const builder = new PartBuilder(prefix, setup, origin);
    const calls =
      instruction === undefined ? [] : instructionKind(instruction).calls(instruction, builder);
    const { bracket } = definitionOf(move.kind);
    return bracket === undefined
      ? { kind: 'move', moveId: move.id, title, constants: builder.constants, calls }
      : { kind: 'choice', title, constants: builder.constants, at: bracket, calls };
  });
}

/** What a program does before its gyro is reset: what stands ready, and what it waits for. */
export function startOf(plan: RoutePlan, setup: RobotParameters, origin: Origin): StartPart {
  const builder = new PartBuilder('START', setup, origin);
  const instructions = instructionsOf(plan.moves, setup);
  const asks = instructions.flatMap((one) => (one.kind === 'look' ? [one.question.kind] : []));
  const calls: Call[] = [];
  if (instructions.some(({ kind }) => kind === 'servo')) calls.push(call('rest servo'));
  if (asks.includes('arm')) calls.push(call('remember arm'));
  if (plan.startBy !== undefined) {
    const question = questionOf(plan.startBy, setup);
    calls.push(call('wait for', { call: questionKind(question).call(question, builder) }));
  }
  return { title: say`Before it sets off`, constants: builder.constants, calls };
}

/** Builds the calls of one move and gathers the constants that they name. */
class PartBuilder implements CallWriter {
  readonly constants: Constant[] = [];

  constructor(
    private readonly prefix: string,
    readonly setup: RobotParameters,
    readonly origin: Origin,
  ) {}

  end({ timeLimit, stop, rest }: { timeLimit: number; stop: Stop; rest: number }): Argument[] {
    return [this.timeLimit(timeLimit), { text: stop }, this.rest(rest)];
  }

  timeLimit(limit: number): Argument {
    return this.constant('TIME_LIMIT', Number(limit.toFixed(1)), 'seconds', 's');
  }

  /** The pause of the robot, or a longer one of the move's own. */
  rest(rest: number): Argument {
    return rest === this.setup.program.settle
      ? { constant: 'SETTLE' }
      : this.constant('REST', rest, 'seconds', 's, until it has rolled out');
  }

  constant(name: string, value: Value, kind: ConstantKind, comment: string): Argument {
    const whole = `${this.prefix}_${name}`;
    if (!this.constants.some((constant) => constant.name === whole)) {
      const settable = typeof value === 'number' ? this.settable(value, kind) : value;
      this.constants.push({ name: whole, value: settable, comment });
    }
    return { constant: whole };
  }

  /** The nearest number that hub and sensors can tell from its neighbours. */
  private settable(value: number, kind: ConstantKind): number {
    if (kind === 'as it is') return value;
    if (kind === 'gain') return Number(value.toPrecision(GAIN_DIGITS));
    // The average of two motors comes in half steps of one.
    const step =
      kind === 'motor degrees'
        ? degrees(this.setup.drive.encoderStep) / 2 || STEP.millimetres
        : STEP[kind];
    return Number((Math.round(value / step) * step).toFixed(4));
  }
}

/** A number as source text, with no more decimals than anybody would read. */
export function numberText(value: number): string {
  const rounded = Number(value.toFixed(4));
  return String(rounded === 0 ? 0 : rounded);
}

/**
 * Names are people's text: nothing in them may end a comment or a string, or start a line of code. All
 * other signs stay, units and minus signs above all.
 */
export function safeText(text: string): string {
  const oneLine = text.replace(/["*\\`\p{C}\p{Zl}\p{Zp}]/gu, ' ');
  return Array.from(oneLine).slice(0, 160).join('');
}

/** What stands at the head of a generated program. */
export interface ProgramHeading {
  robot: string;
  setup: number;
  route: string;
  /** Revision as people call it: "6", or "6, with changes that are not saved". */
  revision: string;
}

/** The numbers of the robot that programs may need. */
export function robotConstants(setup: RobotParameters, origin: Origin): Constant[] {
  const { program, gyro, servo } = setup;
  const of = (name: string, value: Value, comment: string): Constant => ({ name, value, comment });
  return [
    of(
      'LOOP_PERIOD',
      program.loopPeriod,
      say`s between two looks at the sensors; ${origin('program.loopPeriod')}`,
    ),
    of('SETTLE', program.settle, say`s of rest after every stop; ${origin('program.settle')}`),
    of(
      'GYRO_WAIT',
      program.gyroWait,
      say`s to wait for a still gyro at the start; ${origin('program.gyroWait')}`,
    ),
    of('RIGHT_IS_POSITIVE', gyro.rightPositive, say`how the gyro counts`),
    of('STEERING_LIMIT', 100 * STEERING_LIMIT, say`percent of power`),
    of('TURN_TOLERANCE', degrees(TURN_TOLERANCE), say`degrees, for turns by a controller`),
    of('TURN_END_RATE', degrees(TURN_END_RATE), say`degrees a second, for turns by a controller`),
    of('STILL_RATE', degrees(STILL_RATE), say`degrees a second, below which the gyro is still`),
    of('STILL_TIME', STILL_TIME, say`s that it has to be still`),
    of(
      'TELL_EVERY',
      0,
      say`s between two lines of telemetry on the way, such as 0.05; 0 tells the end of each move only`,
    ),
    of(
      'SATURATION_GATE',
      100 * HUE_GATES.saturation,
      say`percent; below it a colour is grey and its hue says nothing`,
    ),
    of(
      'SERVO_REST',
      100 * servo.rest,
      say`percent of its travel at the start; ${origin('servo.rest')}`,
    ),
    of(
      'SERVO_TRAVEL_TIME',
      servo.travelTime,
      say`s from end to end of its travel; ${origin('servo.travelTime')}`,
    ),
  ];
}
