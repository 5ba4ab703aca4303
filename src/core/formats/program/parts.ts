import { degrees } from '../../mathematics/angle.ts';
import { motorPerMillimetre } from '../../robot/driveBase.ts';
import type { Setup } from '../../robot/parameters.ts';
import type {
  Instruction,
  Steering,
  TurnControl,
  TurnInstruction,
  Until,
} from '../../moves/instruction.ts';
import { gainPercentPerDegree } from '../../moves/compiling.ts';
import { instructionsOf } from '../../route/instructions.ts';
import {
  STEERING_LIMIT,
  STILL_RATE,
  STILL_TIME,
  TURN_END_RATE,
  TURN_TOLERANCE,
} from '../../moves/programSettings.ts';
import { stepsOf, type RoutePlan } from '../../route/plan.ts';
import { type Move } from '../../moves/index.ts';
import { type Stop } from '../../robot/motor.ts';
import { shownHeading } from '../../robot/headings.ts';
import { definitionOf } from '../../moves/index.ts';
import { titlesOf } from '../../route/titles.ts';

/** What a constant of a program can be; null is “none given”. */
export type Value = number | boolean | null;

/** A named number of the program with its origin. */
export interface Constant {
  name: string;
  value: Value;
  /** Unit, and what the number was made from. */
  comment: string;
}

/** A call as it is in every language; functions are named in words. */
export interface Call {
  function: string;
  arguments: Argument[];
}
type Argument = { constant: string } | { call: Call } | { text: string } | { value: Value };

/** Steps in which a hub or a gyro takes numbers; finer digits would only look exact. */
const STEP = { percent: 0.1, degrees: 0.01, millimetres: 0.1, seconds: 0.01 };
type Quantity = keyof typeof STEP | 'motor degrees' | 'gain' | 'as it is';
/** Significant digits of a gain: nobody knows one better. */
const GAIN_DIGITS = 4;

/** A part of a program: the constants and calls of one move, or the loop around some. */
export type Part =
  | { kind: 'move'; title: string; constants: Constant[]; calls: Call[] }
  | { kind: 'repeat'; title: string; from: number; times: Constant };

/** Says where a number of the setup comes from: “bench record 4”, “typed”, “starting value”. */
export type Origin = (path: string) => string;

/** The parts of a program in any language, one a move of the plan. */
export function partsOf(plan: RoutePlan, setup: Setup, origin: Origin): Part[] {
  const steps = stepsOf(plan.moves);
  const instructions = instructionsOf(plan.moves, setup);
  const titles = titlesOf(plan.moves, setup);
  return plan.moves.map((move, i): Part => {
    const first = steps.findIndex((step) => step.move.id === move.id);
    const instruction = instructions[first];
    const title = `${i + 1}  ${titles[i]!.title}`;
    const prefix = `${definitionOf(move.kind).name.toUpperCase().replace(/ /g, '_')}_${i + 1}`;
    if (move.kind === 'repeat') {
      const times = { name: `${prefix}_TIMES`, value: move.times, comment: 'in all' };
      return {
        kind: 'repeat',
        title,
        from: plan.moves.findIndex(({ id }) => id === move.fromId),
        times,
      };
    }
    const builder = new PartBuilder(prefix, setup, origin);
    const calls = builder.callsOf(instruction!, move);
    return { kind: 'move', title, constants: builder.constants, calls };
  });
}

/** Builds the calls of one move and gathers the constants that they name. */
class PartBuilder {
  readonly constants: Constant[] = [];

  constructor(
    private readonly prefix: string,
    private readonly setup: Setup,
    private readonly origin: Origin,
  ) {}

  callsOf(instruction: Instruction, move: Move): Call[] {
    switch (instruction.kind) {
      case 'straight': {
        const straight = call(
          'straight',
          this.constant(
            'POWER',
            100 * instruction.power,
            'percent',
            `percent, ${round(instruction.speed)} mm/s`,
          ),
          { call: this.steering(instruction.steering) },
          { call: this.until(instruction.until, instruction.runOn) },
          ...this.end(instruction),
        );
        return instruction.headingAfter === null
          ? [straight]
          : [straight, this.setHeading(instruction.headingAfter)];
      }
      case 'align':
        return [
          call(
            'align',
            this.constant('POWER', 100 * instruction.power, 'percent', 'percent'),
            this.threshold(instruction.threshold),
            ...this.end(instruction),
          ),
          this.setHeading(instruction.headingAfter),
        ];
      case 'turn':
        return [this.turn(instruction, move)];
      case 'arc': {
        const { track } = this.setup.drive;
        const motor = degrees(instruction.stopAfter * track * motorPerMillimetre(this.setup.drive));
        const runOn = `turns on by ${round(degrees(instruction.runOn))} degrees`;
        return [
          call(
            'arc',
            this.constant('LEFT_POWER', 100 * instruction.leftPower, 'percent', 'percent'),
            this.constant('RIGHT_POWER', 100 * instruction.rightPower, 'percent', 'percent'),
            {
              call:
                instruction.by === 'gyro'
                  ? call(
                      'turned by gyro',
                      this.constant(
                        'STOP_AFTER',
                        degrees(instruction.stopAfter),
                        'degrees',
                        `degrees; ${runOn}`,
                      ),
                    )
                  : call(
                      'turned by motors',
                      this.constant(
                        'STOP_AFTER',
                        motor,
                        'motor degrees',
                        `degrees between the motors, track ${this.origin('drive.track')}; ${runOn}`,
                      ),
                    ),
            },
            ...this.end(instruction),
          ),
        ];
      }
      case 'zero':
        return [call('settle and zero', this.timeLimit(instruction.timeLimit))];
      case 'wait':
        return instruction.duration === 0
          ? []
          : [call('pause', this.constant('SECONDS', instruction.duration, 'seconds', 's'))];
      case 'arm':
        return [
          call(
            'move arm',
            this.constant('POWER', 100 * instruction.power, 'percent', 'percent'),
            this.constant(
              'STOP_AFTER',
              degrees(Math.abs(instruction.angle) - instruction.runOn),
              'motor degrees',
              `degrees; the motor runs on by ${round(degrees(instruction.runOn))}`,
            ),
            this.constant('STALL_TIME', instruction.stallTime, 'seconds', 's without moving'),
            this.timeLimit(instruction.timeLimit),
            this.rest(instruction.rest),
          ),
        ];
    }
  }

  private turn(instruction: TurnInstruction, move: Move): Call {
    const { target } = instruction;
    const shown = shownHeading(target.reported, this.setup);
    const scale = `degrees as the gyro counts them, scale ${this.origin('gyro.scale')}`;
    return call(
      'turn',
      {
        call:
          target.kind === 'heading'
            ? call('to heading', this.constant('HEADING', shown, 'degrees', scale))
            : call('by angle', this.constant('ANGLE', shown, 'degrees', scale)),
      },
      { call: this.control(instruction.control, instruction, move) },
      this.constant('POWER', 100 * instruction.power, 'percent', 'percent'),
      this.constant('LEFT', instruction.leftMoves, 'as it is', '1 when the left wheel moves'),
      this.constant('RIGHT', instruction.rightMoves, 'as it is', '1 when the right wheel moves'),
      ...this.end(instruction),
    );
  }

  private control(control: TurnControl, turn: TurnInstruction, move: Move): Call {
    const typed = move.kind === 'turn' && move.stopEarly !== null;
    const early = () =>
      this.constant(
        'STOP_EARLY',
        degrees(turn.stopEarly),
        'degrees',
        `degrees, ${typed ? 'typed' : `from delay and braking, ${this.origin('motor.braking')}`}; at about ${round(shownHeading(turn.triggerHeading, this.setup))}`,
      );
    switch (control.kind) {
      case 'stop early':
        return call('stop early', early());
      case 'slow end':
        return call(
          'slow end',
          early(),
          this.constant(
            'LAST_ANGLE',
            degrees(control.lastAngle),
            'degrees',
            'degrees that go slowly',
          ),
          this.constant('LAST_POWER', 100 * control.lastPower, 'percent', 'percent'),
        );
      case 'controller':
        return call(
          'controller',
          this.constant('P', gainPercentPerDegree(control.p), 'gain', 'percent per degree'),
          this.constant(
            'I',
            gainPercentPerDegree(control.i),
            'gain',
            'percent per degree and second',
          ),
          this.constant(
            'D',
            gainPercentPerDegree(control.d),
            'gain',
            'percent per degree a second',
          ),
        );
    }
  }

  private steering(steering: Steering): Call {
    switch (steering.hold) {
      case 'none':
        return call('no hold');
      case 'encoders': {
        const perTurn = degrees(motorPerMillimetre(this.setup.drive) * this.setup.drive.track);
        return call(
          'encoder hold',
          this.constant(
            'GAIN',
            (100 * steering.gain) / perTurn,
            'gain',
            'percent per motor degree',
          ),
        );
      }
      case 'gyro':
        return call(
          'gyro hold',
          this.constant('GAIN', gainPercentPerDegree(steering.gain), 'gain', 'percent per degree'),
          this.constant(
            'HEADING',
            steering.heading === null ? null : shownHeading(steering.heading, this.setup),
            'degrees',
            'degrees to keep; none keeps what it reads',
          ),
        );
      case 'wall':
        return call(
          'wall hold',
          this.constant(
            'GAIN',
            -steering.side * 100 * steering.gain,
            'gain',
            'percent to the right per mm too far',
          ),
          this.constant(
            'KEEP_AT',
            steering.reading,
            'millimetres',
            `mm as the sensor reads, offset ${this.origin('rangeSide.offset')}`,
          ),
        );
      case 'line':
        return call(
          'edge hold',
          this.constant(
            'GAIN',
            (-steering.side * 100 * steering.gain) / 100,
            'gain',
            'percent to the right per percent too light',
          ),
          this.threshold(steering.threshold),
        );
    }
  }

  private until(until: Until, runOn: number): Call {
    const rolls = `rolls on ${round(runOn)} mm`;
    switch (until.kind) {
      case 'travel':
        return call(
          'travelled',
          this.constant(
            'STOP_AFTER',
            degrees(until.travel * motorPerMillimetre(this.setup.drive)),
            'motor degrees',
            `motor degrees, ${round(until.travel)} mm, wheel ${this.origin('drive.wheelDiameter')}; ${rolls}`,
          ),
        );
      case 'range':
        return call(
          'range below',
          this.constant(
            'STOP_AT',
            until.reading,
            'millimetres',
            `mm as the sensor reads, offset ${this.origin('range.offset')}; ${rolls}`,
          ),
        );
      case 'light':
        return call(
          until.below ? 'dark under' : 'light under',
          { text: until.sensor },
          this.threshold(until.threshold),
        );
      case 'crossings':
        return call(
          'crossed',
          this.constant('COUNT', until.count, 'as it is', 'lines'),
          this.threshold(until.threshold),
          this.constant(
            'MARGIN',
            (100 * (this.setup.light.light - this.setup.light.dark)) / 8,
            'percent',
            'percent on each side before a line counts again',
          ),
        );
      case 'touch':
        return call('touched');
      case 'time':
        return call('after', this.constant('SECONDS', until.duration, 'seconds', 's'));
    }
  }

  private threshold(threshold: number): Argument {
    return this.constant(
      'THRESHOLD',
      100 * threshold,
      'percent',
      `percent, dark is below; ${this.origin('light.threshold')}`,
    );
  }

  private setHeading(heading: number): Call {
    const shown = shownHeading(heading, this.setup);
    return call(
      'set heading',
      this.constant('HEADING_AFTER', shown, 'degrees', 'degrees, known again'),
    );
  }

  private end({
    timeLimit,
    stop,
    rest,
  }: {
    timeLimit: number;
    stop: Stop;
    rest: number;
  }): Argument[] {
    return [this.timeLimit(timeLimit), { text: stop }, this.rest(rest)];
  }

  private timeLimit(limit: number): Argument {
    return this.constant('TIME_LIMIT', Number(limit.toFixed(1)), 'seconds', 's');
  }

  /** The pause of the robot, or a longer one of the move's own. */
  private rest(rest: number): Argument {
    return rest === this.setup.program.settle
      ? { constant: 'SETTLE' }
      : this.constant('REST', rest, 'seconds', 's, until it has rolled out');
  }

  private constant(name: string, value: Value, quantity: Quantity, comment: string): Argument {
    const whole = `${this.prefix}_${name}`;
    if (!this.constants.some((constant) => constant.name === whole)) {
      const settable = typeof value === 'number' ? this.settable(value, quantity) : value;
      this.constants.push({ name: whole, value: settable, comment });
    }
    return { constant: whole };
  }

  /** The nearest number that hub and sensors can tell from its neighbours. */
  private settable(value: number, quantity: Quantity): number {
    if (quantity === 'as it is') return value;
    if (quantity === 'gain') return Number(value.toPrecision(GAIN_DIGITS));
    // The average of two motors comes in half steps of one.
    const step =
      quantity === 'motor degrees'
        ? degrees(this.setup.drive.encoderStep) / 2 || STEP.millimetres
        : STEP[quantity];
    return Number((Math.round(value / step) * step).toFixed(4));
  }
}

function call(name: string, ...args: Argument[]): Call {
  return { function: name, arguments: args };
}

function round(value: number): string {
  return String(Number(value.toFixed(1)));
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
export function robotConstants(setup: Setup, origin: Origin): Constant[] {
  const { program, gyro } = setup;
  const of = (name: string, value: Value, comment: string): Constant => ({ name, value, comment });
  return [
    of(
      'LOOP_PERIOD',
      program.loopPeriod,
      `s between two looks at the sensors; ${origin('program.loopPeriod')}`,
    ),
    of('SETTLE', program.settle, `s of rest after every stop; ${origin('program.settle')}`),
    of(
      'GYRO_WAIT',
      program.gyroWait,
      `s to wait for a still gyro at the start; ${origin('program.gyroWait')}`,
    ),
    of('RIGHT_IS_POSITIVE', gyro.rightPositive, 'how the gyro counts'),
    of('STEERING_LIMIT', 100 * STEERING_LIMIT, 'percent of power'),
    of('TURN_TOLERANCE', degrees(TURN_TOLERANCE), 'degrees, for turns by a controller'),
    of('TURN_END_RATE', degrees(TURN_END_RATE), 'degrees a second, for turns by a controller'),
    of('STILL_RATE', degrees(STILL_RATE), 'degrees a second, below which the gyro is still'),
    of('STILL_TIME', STILL_TIME, 's that it has to be still'),
  ];
}
