import { formatQuantity } from '../../mathematics/quantity.ts';
import { defineInstruction, type MotorInstruction } from '../definition.ts';
import { endingOf, type Ending } from '../endings/index.ts';
import { steeringOf, type Steering } from '../steerings/index.ts';
import { call, knownHeading, secondsText, sheetNumber, stopWords, shortQuantity } from '../text.ts';
import { say } from '../../language/say.ts';

/** A straight, held or following something, as the program carries it out. Powers are −1 to 1. */
export interface StraightInstruction extends MotorInstruction {
  kind: 'straight';
  power: number;
  steering: Steering;
  until: Ending;
  /** What the robot is expected to run on after the stop, mm. */
  stoppingDistance: number;
  speed: number;
  /** The speed that was asked for, mm/s. */
  wantedSpeed: number;
  reachesSpeed: boolean;
  /** What the gyro is set to at the end, rad; null leaves it alone. */
  headingAfter: number | null;
}

/** Between two looks a robot may go this far before it is worth a word, mm. */
const COARSE_STEP = 4;

export const straightInstruction = defineInstruction<StraightInstruction>({
  kind: 'straight',
  execute(runner, { power, steering, until, stop, rest, timeLimit, headingAfter }) {
    const { robot, estimated, memory } = runner;
    const end = runner.loop(
      () => ({
        remaining: endingOf(until).remaining(robot, until, estimated),
        steer: steeringOf(steering).steer(robot, power, steering, estimated, memory),
      }),
      stop,
      timeLimit,
    );
    runner.pause(rest);
    if (headingAfter !== null) runner.standFlat(headingAfter);
    return end;
  },
  drives: true,
  steersByGyro: ({ steering }) => steeringOf(steering).readsGyro ?? false,
  comparesMotors: ({ steering }) => steeringOf(steering).comparesMotors ?? false,
  sensesField: ({ until, steering, headingAfter }) =>
    headingAfter !== null ||
    endingOf(until).sensesField ||
    steeringOf(steering).follows !== undefined,
  sees: ({ until, steering }) =>
    [endingOf(until).sees, steeringOf(steering).sees].filter((one) => one !== undefined),
  endNoise: ({ until }, trueParameters) => endingOf(until).noise?.(until, trueParameters) ?? null,
  endsEarly: ({ until, speed }, trueParameters) =>
    endingOf(until).early?.(until, speed, trueParameters) ?? 0,
  follows: ({ steering }, estimated, trueParameters) =>
    steeringOf(steering).follows?.(steering, estimated, trueParameters) ?? null,
  colour: ({ until }) => endingOf(until).colour?.(until) ?? null,
  pressesFlat: ({ headingAfter }) => headingAfter !== null,
  touches: ({ until, headingAfter }) => headingAfter !== null || (endingOf(until).touches ?? false),
  sheet(instruction, setup) {
    const { until, steering, headingAfter, power, stop, timeLimit, rest } = instruction;
    const ending = endingOf(until);
    const limit = until.kind === 'time' ? '' : say`, or after ${secondsText(timeLimit)}`;
    return {
      sentences: [
        ...(until.kind === 'travel' ? [say`Reset both motor positions, or remember them.`] : []),
        say`Drive ${power < 0 ? say`backwards` : say`forwards`} and ${steeringOf(steering).words(steering, setup)}.`,
        say`${stopWords(stop)} ${ending.words(until, setup)}${limit}; then wait ${secondsText(rest)}.`,
        headingAfter === null
          ? say`The robot rolls on for ${formatQuantity(instruction.stoppingDistance, 'length', 0)}.`
          : say`It stands flat now: ${knownHeading.words(headingAfter, setup)}`,
      ],
      numbers: [
        ...ending.numbers(until, setup),
        sheetNumber(say`Power`, 100 * power, '%', 1),
        ...steeringOf(steering).numbers(steering, setup),
        ...(headingAfter === null ? [] : [knownHeading.number(headingAfter, setup)]),
        sheetNumber(say`Time limit`, timeLimit, 's', 1),
      ],
    };
  },
  calls(instruction, writer) {
    const { power, speed, steering, until, stoppingDistance, headingAfter } = instruction;
    const straight = call(
      'straight',
      writer.constant(
        'POWER',
        100 * power,
        'percent',
        say`percent, ${shortQuantity(speed, 'speed')}`,
      ),
      { call: steeringOf(steering).call(steering, writer) },
      { call: endingOf(until).call(until, stoppingDistance, writer) },
      ...writer.end(instruction),
    );
    return headingAfter === null ? [straight] : [straight, knownHeading.call(headingAfter, writer)];
  },
  checks({ until, steering, speed, wantedSpeed, reachesSpeed }, setup) {
    const says: string[] = [];
    if (speed < wantedSpeed - 1) {
      says.push(
        say`The motors give ${formatQuantity(speed, 'speed', 0)} at most, less than asked for.`,
      );
    }
    if (!reachesSpeed) says.push(say`The straight is too short to reach this speed.`);
    says.push(...(steeringOf(steering).checks?.(steering, speed, setup) ?? []));
    const step = speed * setup.program.loopPeriod;
    if (step > COARSE_STEP && (until.kind === 'travel' || until.kind === 'range')) {
      says.push(
        say`The loop looks every ${formatQuantity(step, 'length', 1)} at this speed. No number removes that spread; a slower last part would.`,
      );
    }
    says.push(...(endingOf(until).checks?.(until, setup) ?? []));
    return says;
  },
});
