import { degrees } from '../geometry/angle.ts';
import { motorPerMillimetre } from '../drivebase/driveBase.ts';
import type { Setup } from '../robot/setup.ts';
import {
  gainPercentPerDegree,
  instructionsOf,
  type Instruction,
  type Steering,
} from '../route/instructions.ts';
import type { RoutePlan } from '../route/moves.ts';
import { STEERING_LIMIT } from '../simulation/settings.ts';
import { moveTitle, shownHeading } from './programSheet.ts';

/** What stands at the head of a generated program. */
export interface ProgramHeading {
  robot: string;
  setup: number;
  route: string;
  /** Revision as people call it: "6", or "6, with changes that are not saved". */
  revision: string;
}

/**
 * The route as one Python file: numbers at the top, small functions, and a `Hub` class of nine
 * methods that the team fills in for its own hub. It stops the motors when it is interrupted, has a
 * time limit on every loop, and never compares a reading for equality.
 */
export function pythonProgram(plan: RoutePlan, setup: Setup, heading: ProgramHeading): string {
  const instructions = instructionsOf(plan.moves, setup);
  const moves = instructions.map((instruction, i) => ({
    instruction,
    prefix: `MOVE_${i + 1}`,
    title: `${i + 1}  ${moveTitle(plan.moves[i]!, instruction, setup)}`,
  }));
  const numbers = moves.map(
    ({ instruction, prefix, title }) =>
      `# ${title}\n${numbersOf(instruction, setup)
        .map(([name, value]) => `${prefix}_${name} = ${value}`)
        .join('\n')}`,
  );
  const calls = moves.map(({ instruction, prefix }) => `        ${callOf(instruction, prefix)}`);
  return [
    `"""${comment(heading.route)}, revision ${comment(heading.revision)}.`,
    '',
    `Written for ${comment(heading.robot)}, setup ${heading.setup}. Fill in the class Hub, then run main(Hub()).`,
    'Keep fingers and hair away from wheels and attachments, and hands off the table while it runs.',
    '"""',
    '',
    '# Numbers of the robot, from its setup.',
    `LOOP_PERIOD = ${python(setup.program.loopPeriod)}  # s between two looks at the sensors`,
    `SETTLE = ${python(setup.program.settle)}  # s of rest after every stop`,
    `MOTOR_DEGREES_PER_MM = ${python((motorPerMillimetre(setup.drive) * 180) / Math.PI)}`,
    `RIGHT_IS_POSITIVE = ${setup.gyro.rightPositive ? 'True' : 'False'}  # how the gyro counts`,
    `STEERING_LIMIT = ${python(100 * STEERING_LIMIT)}  # percent of power`,
    '',
    '# Numbers of the moves.',
    ...numbers.flatMap((block) => [block, '']),
    LIBRARY,
    'def main(hub):',
    '    try:',
    '        reset_heading(hub)',
    ...calls,
    '    finally:',
    '        hub.brake()',
    '',
  ].join('\n');
}

function numbersOf(instruction: Instruction, setup: Setup): [string, string][] {
  switch (instruction.kind) {
    case 'drive':
      return [
        ['POWER', python(100 * instruction.power)],
        [
          'STOP_AFTER',
          `${python(degrees(instruction.stopAfter * motorPerMillimetre(setup.drive)))}  # motor degrees, ${python(instruction.stopAfter, 1)} mm; rolls on ${python(instruction.runOn, 1)} mm`,
        ],
        ...steeringNumbers(instruction.steering, setup),
        ['TIME_LIMIT', python(instruction.timeLimit, 1)],
      ];
    case 'turn': {
      const target = shownHeading(instruction.target.reported, setup);
      return [
        instruction.target.kind === 'heading'
          ? ['HEADING', python(target)]
          : ['ANGLE', python(target)],
        [
          'STOP_EARLY',
          `${python(degrees(instruction.stopEarly))}  # degrees before that, so at about ${python(shownHeading(instruction.triggerHeading, setup), 1)}`,
        ],
        ['POWER', python(100 * instruction.power)],
        ['WHEELS', `(${instruction.leftMoves}, ${instruction.rightMoves})  # left, right: 1 moves`],
        ['TIME_LIMIT', python(instruction.timeLimit, 1)],
      ];
    }
    case 'approach':
      return [
        ['POWER', python(100 * instruction.power)],
        [
          'STOP_AT_READING',
          `${python(instruction.stopAtReading)}  # mm; rolls on ${python(instruction.runOn, 1)} mm`,
        ],
        ...steeringNumbers(instruction.steering, setup),
        ['TIME_LIMIT', python(instruction.timeLimit, 1)],
      ];
  }
}

function steeringNumbers(steering: Steering, setup: Setup): [string, string][] {
  switch (steering.hold) {
    case 'none':
      return [['HOLD', '("none", 0, None)']];
    case 'encoders': {
      // Per motor degree of difference: the heading is that difference over the track.
      const perDegree =
        (steering.gain * 100) / degrees(motorPerMillimetre(setup.drive) * setup.drive.track);
      return [['HOLD', `("encoders", ${python(perDegree, 5)}, None)  # percent per motor degree`]];
    }
    case 'gyro': {
      const heading =
        steering.heading === null ? 'None' : python(shownHeading(steering.heading, setup));
      return [
        [
          'HOLD',
          `("gyro", ${python(gainPercentPerDegree(steering), 5)}, ${heading})  # percent per degree, heading to keep`,
        ],
      ];
    }
  }
}

function callOf(instruction: Instruction, prefix: string): string {
  const named = (...names: string[]) => names.map((name) => `${prefix}_${name}`).join(', ');
  switch (instruction.kind) {
    case 'drive':
      return `drive_straight(hub, ${named('POWER', 'STOP_AFTER', 'HOLD', 'TIME_LIMIT')})`;
    case 'turn':
      return instruction.target.kind === 'heading'
        ? `turn_to(hub, ${named('HEADING', 'STOP_EARLY', 'POWER', 'WHEELS', 'TIME_LIMIT')})`
        : `turn_by(hub, ${named('ANGLE', 'STOP_EARLY', 'POWER', 'WHEELS', 'TIME_LIMIT')})`;
    case 'approach':
      return `approach(hub, ${named('POWER', 'STOP_AT_READING', 'HOLD', 'TIME_LIMIT')})`;
  }
}

/** A number as Python source, with no more decimals than anybody would read. */
function python(value: number, digits = 4): string {
  const rounded = Number(value.toFixed(digits));
  return String(rounded === 0 ? 0 : rounded);
}

/** Names are people's text: nothing in them may end the docstring or start a line of code. */
function comment(text: string): string {
  return text.replace(/[^\p{L}\p{N} .,;:()+\-–_/°%]/gu, ' ').slice(0, 80);
}

const LIBRARY = `
class Hub:
    """The robot's hub. Fill in these nine methods for yours; nothing else has to change."""

    def reset_heading(self):
        """Make the gyro read 0 here. Nobody touches the robot meanwhile."""
        raise NotImplementedError

    def heading(self):
        """Degrees since the reset, counting on over whole turns."""
        raise NotImplementedError

    def left_motor(self):
        """Degrees of the left motor, forwards positive, counting on over whole turns."""
        raise NotImplementedError

    def right_motor(self):
        """Degrees of the right motor, forwards positive, counting on over whole turns."""
        raise NotImplementedError

    def range_mm(self):
        """Reading of the range sensor in mm, or None when it sees nothing."""
        raise NotImplementedError

    def drive(self, left, right):
        """Set the power of both motors in percent, forwards positive."""
        raise NotImplementedError

    def brake(self):
        """Stop both motors and hold the brake."""
        raise NotImplementedError

    def seconds(self):
        """A clock in seconds that only counts on."""
        raise NotImplementedError

    def wait(self, seconds):
        """Do nothing for this long."""
        raise NotImplementedError


def reset_heading(hub):
    hub.reset_heading()


def drive_straight(hub, power, stop_after, hold, time_limit):
    """Drive until the average of both motors has turned stop_after degrees."""
    left, right = hub.left_motor(), hub.right_motor()

    def arrived():
        turned = (hub.left_motor() - left + hub.right_motor() - right) / 2
        return abs(turned) >= stop_after

    run_until(hub, arrived, straight(hub, power, hold), time_limit)


def approach(hub, power, stop_at_reading, hold, time_limit):
    """Drive until the range sensor reads stop_at_reading or less."""

    def arrived():
        reading = hub.range_mm()
        return reading is not None and reading <= stop_at_reading

    run_until(hub, arrived, straight(hub, power, hold), time_limit)


def turn_to(hub, heading, stop_early, power, wheels, time_limit):
    """Turn to a heading the short way round."""
    difference = (heading - hub.heading()) % 360
    turn_by(hub, difference - 360 if difference > 180 else difference, stop_early, power, wheels, time_limit)


def turn_by(hub, angle, stop_early, power, wheels, time_limit):
    """Turn by an angle, braking stop_early degrees before it."""
    start = hub.heading()
    direction = 1 if angle > 0 else -1
    right = direction if RIGHT_IS_POSITIVE else -direction

    def arrived():
        return abs(angle) < 0.12 or direction * (hub.heading() - start) >= abs(angle) - stop_early

    def steer():
        hub.drive(right * wheels[0] * power, -right * wheels[1] * power)

    run_until(hub, arrived, steer, time_limit)


def straight(hub, power, hold):
    """The steering of a straight: what to do at every look at the sensors."""
    kind, gain, heading = hold
    left, right = hub.left_motor(), hub.right_motor()
    kept = hub.heading() if kind == "gyro" and heading is None else heading

    def to_the_right():
        if kind == "gyro":
            error = (kept - hub.heading() + 180) % 360 - 180
            return gain * error if RIGHT_IS_POSITIVE else -gain * error
        if kind == "encoders":
            return gain * ((hub.right_motor() - right) - (hub.left_motor() - left))
        return 0

    def steer():
        correction = max(-STEERING_LIMIT, min(STEERING_LIMIT, to_the_right()))
        hub.drive(power + correction, power - correction)

    return steer


def run_until(hub, arrived, steer, time_limit):
    """Steer until the robot has arrived or the time is up, then brake and let it come to rest."""
    latest = hub.seconds() + time_limit
    while not arrived() and hub.seconds() < latest:
        steer()
        hub.wait(LOOP_PERIOD)
    hub.brake()
    hub.wait(SETTLE)

`;
