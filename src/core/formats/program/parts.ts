import { degrees } from '../../geometry/angle.ts';
import { motorPerMillimetre } from '../../drivebase/driveBase.ts';
import type { Setup } from '../../robot/setup.ts';
import type {
  Instruction,
  Steering,
  TurnControl,
  TurnInstruction,
  Until,
} from '../../route/instruction.ts';
import { gainPercentPerDegree, instructionsOf } from '../../route/instructions.ts';
import { stepsOf, type Move, type RoutePlan, type Stop } from '../../route/moves.ts';
import { shownHeading } from '../headings.ts';
import { MOVE_NAMES, moveTitle } from '../moveTitle.ts';

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
export type Argument = { constant: string } | { call: Call } | { text: string } | { value: Value };

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
  const position = (id: string) => plan.moves.findIndex((move) => move.id === id);
  return plan.moves.map((move, i): Part => {
    const first = steps.findIndex((step) => step.move.id === move.id);
    const instruction = instructions[first];
    const turn = instruction?.kind === 'turn' ? instruction.turn : 0;
    const title = `${i + 1}  ${moveTitle(move, setup, turn, position)}`;
    const prefix = `${MOVE_NAMES[move.kind].toUpperCase().replace(/ /g, '_')}_${i + 1}`;
    if (move.kind === 'repeat') {
      const times = { name: `${prefix}_TIMES`, value: move.times, comment: 'in all' };
      return { kind: 'repeat', title, from: position(move.fromId), times };
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
            this.constant('POWER', 100 * instruction.power, 'percent'),
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
            this.constant('LEFT_POWER', 100 * instruction.leftPower, 'percent'),
            this.constant('RIGHT_POWER', 100 * instruction.rightPower, 'percent'),
            {
              call:
                instruction.by === 'gyro'
                  ? call(
                      'turned by gyro',
                      this.constant(
                        'STOP_AFTER',
                        degrees(instruction.stopAfter),
                        `degrees; ${runOn}`,
                      ),
                    )
                  : call(
                      'turned by motors',
                      this.constant(
                        'STOP_AFTER',
                        motor,
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
          : [call('pause', this.constant('SECONDS', instruction.duration, 's'))];
      case 'arm':
        return [
          call(
            'move arm',
            this.constant('POWER', 100 * instruction.power, 'percent'),
            this.constant(
              'STOP_AFTER',
              degrees(Math.abs(instruction.angle) - instruction.runOn),
              `degrees; the motor runs on by ${round(degrees(instruction.runOn))}`,
            ),
            this.constant('STALL_TIME', instruction.stallTime, 's without moving'),
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
            ? call('to heading', this.constant('HEADING', shown, scale))
            : call('by angle', this.constant('ANGLE', shown, scale)),
      },
      { call: this.control(instruction.control, instruction, move) },
      this.constant('POWER', 100 * instruction.power, 'percent'),
      this.constant('LEFT', instruction.leftMoves, '1 when the left wheel moves'),
      this.constant('RIGHT', instruction.rightMoves, '1 when the right wheel moves'),
      ...this.end(instruction),
    );
  }

  private control(control: TurnControl, turn: TurnInstruction, move: Move): Call {
    const typed = move.kind === 'turn' && move.stopEarly !== null;
    const early = () =>
      this.constant(
        'STOP_EARLY',
        degrees(turn.stopEarly),
        `degrees, ${typed ? 'typed' : `from delay and braking, ${this.origin('motor.braking')}`}; at about ${round(shownHeading(turn.triggerHeading, this.setup))}`,
      );
    switch (control.kind) {
      case 'stop early':
        return call('stop early', early());
      case 'slow end':
        return call(
          'slow end',
          early(),
          this.constant('LAST_ANGLE', degrees(control.lastAngle), 'degrees that go slowly'),
          this.constant('LAST_POWER', 100 * control.lastPower, 'percent'),
        );
      case 'controller':
        return call(
          'controller',
          this.constant('P', gainPercentPerDegree(control.p), 'percent per degree'),
          this.constant('I', gainPercentPerDegree(control.i), 'percent per degree and second'),
          this.constant('D', gainPercentPerDegree(control.d), 'percent per degree a second'),
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
          this.constant('GAIN', (100 * steering.gain) / perTurn, 'percent per motor degree'),
        );
      }
      case 'gyro':
        return call(
          'gyro hold',
          this.constant('GAIN', gainPercentPerDegree(steering.gain), 'percent per degree'),
          this.constant(
            'HEADING',
            steering.heading === null ? null : shownHeading(steering.heading, this.setup),
            'degrees to keep; none keeps what it reads',
          ),
        );
      case 'wall':
        return call(
          'wall hold',
          this.constant(
            'GAIN',
            -steering.side * 100 * steering.gain,
            'percent to the right per mm too far',
          ),
          this.constant(
            'KEEP_AT',
            steering.reading,
            `mm as the sensor reads, offset ${this.origin('rangeSide.offset')}`,
          ),
        );
      case 'line':
        return call(
          'edge hold',
          this.constant(
            'GAIN',
            (-steering.side * 100 * steering.gain) / 100,
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
            `motor degrees, ${round(until.travel)} mm, wheel ${this.origin('drive.wheelDiameter')}; ${rolls}`,
          ),
        );
      case 'range':
        return call(
          'range below',
          this.constant(
            'STOP_AT',
            until.reading,
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
          this.constant('COUNT', until.count, 'lines'),
          this.threshold(until.threshold),
          this.constant(
            'MARGIN',
            (100 * (this.setup.light.light - this.setup.light.dark)) / 8,
            'percent on each side before a line counts again',
          ),
        );
      case 'touch':
        return call('touched');
      case 'time':
        return call('after', this.constant('SECONDS', until.duration, 's'));
    }
  }

  private threshold(threshold: number): Argument {
    return this.constant(
      'THRESHOLD',
      100 * threshold,
      `percent, dark is below; ${this.origin('light.threshold')}`,
    );
  }

  private setHeading(heading: number): Call {
    const shown = shownHeading(heading, this.setup);
    return call('set heading', this.constant('HEADING_AFTER', shown, 'degrees, known again'));
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
    return this.constant('TIME_LIMIT', Number(limit.toFixed(1)), 's');
  }

  /** The pause of the robot, or a longer one of the move's own. */
  private rest(rest: number): Argument {
    return rest === this.setup.program.settle
      ? { constant: 'SETTLE' }
      : this.constant('REST', rest, 's, until it has rolled out');
  }

  private constant(name: string, value: Value, comment: string): Argument {
    const whole = `${this.prefix}_${name}`;
    if (!this.constants.some((constant) => constant.name === whole)) {
      this.constants.push({ name: whole, value, comment });
    }
    return { constant: whole };
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

/** Names are people's text: nothing in them may end a comment or start a line of code. */
export function safeText(text: string): string {
  return text.replace(/[^\p{L}\p{N} .,;:()+\-–_°%]/gu, ' ').slice(0, 120);
}

/** What stands at the head of a generated program. */
export interface ProgramHeading {
  robot: string;
  setup: number;
  route: string;
  /** Revision as people call it: "6", or "6, with changes that are not saved". */
  revision: string;
}

/** The numbers of the robot that every program needs. */
export function robotConstants(setup: Setup, origin: Origin, steeringLimit: number): Constant[] {
  const { program, drive, gyro } = setup;
  return [
    {
      name: 'LOOP_PERIOD',
      value: program.loopPeriod,
      comment: `s between two looks at the sensors; ${origin('program.loopPeriod')}`,
    },
    {
      name: 'SETTLE',
      value: program.settle,
      comment: `s of rest after every stop; ${origin('program.settle')}`,
    },
    {
      name: 'GYRO_WAIT',
      value: program.gyroWait,
      comment: `s to wait for a still gyro at the start; ${origin('program.gyroWait')}`,
    },
    {
      name: 'MOTOR_DEGREES_PER_MM',
      value: degrees(motorPerMillimetre(drive)),
      comment: `wheel diameter: ${origin('drive.wheelDiameter')}`,
    },
    {
      name: 'RIGHT_IS_POSITIVE',
      value: gyro.rightPositive,
      comment: 'how the gyro counts',
    },
    { name: 'STEERING_LIMIT', value: 100 * steeringLimit, comment: 'percent of power' },
  ];
}
