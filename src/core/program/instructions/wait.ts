import { defineInstruction, type InstructionBase } from '../definition.ts';
import { call, secondsText, sheetNumber } from '../text.ts';

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
    sentences: [`Stand still for ${secondsText(duration)}.`],
    numbers: duration > 0 ? [sheetNumber('Time', duration, 's', 2)] : [],
  }),
  calls: ({ duration }, writer) =>
    duration === 0 ? [] : [call('pause', writer.constant('SECONDS', duration, 'seconds', 's'))],
});
