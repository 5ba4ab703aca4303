import { defineInstruction, type MotorInstruction } from '../definition.ts';
import { call, knownHeading, secondsText, sheetNumber, thresholdConstant } from '../text.ts';
import { say } from '../../language/say.ts';

/** Each wheel drives until its own light sensor is over the line. */
export interface AlignInstruction extends MotorInstruction {
  kind: 'align';
  power: number;
  threshold: number;
  headingAfter: number;
}

export const alignInstruction = defineInstruction<AlignInstruction>({
  kind: 'align',
  execute(runner, { power, threshold, stop, rest, timeLimit, headingAfter }) {
    const { robot } = runner;
    const end = runner.loop(
      () => {
        // The left wheel has the first sensor.
        let first = true;
        let second = true;
        return {
          remaining() {
            if (first) first = robot.readLight('first') >= threshold;
            if (second) second = robot.readLight('second') >= threshold;
            return first || second ? 1 : 0;
          },
          steer: () => robot.setPower(first ? power : 0, second ? power : 0),
        };
      },
      stop,
      timeLimit,
    );
    runner.pause(rest);
    runner.standFlat(headingAfter);
    return end;
  },
  drives: true,
  sensesField: () => true,
  sheet: ({ threshold, power, rest, timeLimit, headingAfter }, setup) => ({
    sentences: [
      say`Drive with both motors; stop each motor on its own as soon as its light sensor is dark.`,
      say`Then wait ${secondsText(rest)} and ${knownHeading.words(headingAfter, setup)}`,
    ],
    numbers: [
      sheetNumber(say`Dark is below`, 100 * threshold, '%', 0),
      sheetNumber(say`Power`, 100 * power, '%', 1),
      knownHeading.number(headingAfter, setup),
      sheetNumber(say`Time limit`, timeLimit, 's', 1),
    ],
  }),
  calls: (instruction, writer) => [
    call(
      'align',
      writer.constant('POWER', 100 * instruction.power, 'percent', 'percent'),
      thresholdConstant(instruction.threshold, writer),
      ...writer.end(instruction),
    ),
    knownHeading.call(instruction.headingAfter, writer),
  ],
});
