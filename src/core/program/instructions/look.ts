import { formatNumber } from '../../mathematics/quantity.ts';
import { defineInstruction, type InstructionBase } from '../definition.ts';
import { questionKind, type Question } from '../questions/index.ts';
import { call, sheetNumber } from '../text.ts';
import { say } from '../../language/say.ts';

/** Look so many times, a loop period apart; more than half of the looks decide which way is taken. */
export interface LookInstruction extends InstructionBase {
  kind: 'look';
  question: Question;
  looks: number;
}

export const lookInstruction = defineInstruction<LookInstruction>({
  kind: 'look',
  execute(runner, { question, looks }) {
    const { ask } = questionKind(question);
    let yes = 0;
    for (let look = 0; look < looks; look++) {
      if (look > 0) runner.pause(runner.estimated.program.loopPeriod);
      if (ask(runner.robot, question, runner.memory)) yes++;
    }
    runner.answer(2 * yes > looks);
    return 'reached';
  },
  drives: false,
  sensesField: ({ question }) => questionKind(question).sensesField,
  colour: ({ question }) => questionKind(question).colour?.(question) ?? null,
  sheet({ question, looks }, setup) {
    const { words, numbers } = questionKind(question);
    const times = looks === 1 ? '' : say` in more than half of ${formatNumber(looks, 0)} looks`;
    return {
      sentences: [
        say`If ${words(question, setup)}${times}, do the moves up to “otherwise”; if not, those after it.`,
      ],
      numbers: [
        ...numbers(question, setup),
        ...(looks === 1 ? [] : [sheetNumber(say`Looks`, looks, '', 0)]),
      ],
    };
  },
  calls: ({ question, looks }, writer) => [
    call(
      'majority says',
      { call: questionKind(question).call(question, writer) },
      writer.constant('LOOKS', looks, 'as it is', say`more than half of them decide`),
    ),
  ],
  checks: ({ question }, setup) => questionKind(question).checks?.(question, setup) ?? [],
});
