import { defineInstruction, type InstructionBase } from '../definition.ts';
import { call, secondsText, sheetNumber } from '../text.ts';
import { say } from '../../language/say.ts';

/** Stand still, s. */
export interface WaitInstruction extends InstructionBase {
  kind: 'wait';
  duration: number;
}

export const waitInstruction = defineInstruction<WaitInstruction>({
  kind: 'wait',
  execute(runner, { duration }) {
    runner.pause(duration);
    return 'reached';
  },
  drives: false,
  sheet: ({ duration }) => ({
    sentences: [say`Stand still for ${secondsText(duration)}.`],
    numbers: duration > 0 ? [sheetNumber(say`Time`, duration, 's', 2)] : [],
  }),
  calls: ({ duration }, writer) =>
    duration === 0 ? [] : [call('pause', writer.constant('SECONDS', duration, 'seconds', 's'))],
});
