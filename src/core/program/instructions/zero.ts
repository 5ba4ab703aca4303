import { defineInstruction, type InstructionBase } from '../definition.ts';
import { call, secondsText, sheetNumber } from '../text.ts';
import { say } from '../../language/say.ts';

/** Wait until the gyro is still, then make its heading 0. */
export interface ZeroInstruction extends InstructionBase {
  kind: 'zero';
}

export const zeroInstruction = defineInstruction<ZeroInstruction>({
  kind: 'zero',
  execute: (runner, { timeLimit }) => runner.settleAndZero(timeLimit),
  drives: false,
  sheet: ({ timeLimit }) => ({
    sentences: [
      say`Wait until the gyro’s rate stays near zero, for ${secondsText(timeLimit)} at most.`,
      say`Reset the heading to 0. Headings of later moves count from here.`,
    ],
    numbers: [sheetNumber(say`Time limit`, timeLimit, 's', 1)],
  }),
  calls: ({ timeLimit }, writer) => [call('settle and zero', writer.timeLimit(timeLimit))],
});
