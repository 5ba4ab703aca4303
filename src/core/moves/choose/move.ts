import { z } from 'zod';
import { defineMove, type MoveOf } from '../definition.ts';
import { saidValue } from '../said.ts';
import {
  ASK_CELLS,
  askSchema,
  askWords,
  questionOf,
  SAID_ASKS,
  startingAsk,
} from '../questions.ts';
import { say } from '../../language/say.ts';

/**
 * Look, and go one of two ways: the moves up to “otherwise” when the answer is yes, those after it when it
 * is no. Both ways end at “join”.
 */
export const chooseMove = defineMove({
  kind: 'choose',
  get name() {
    return say`Choose`;
  },
  key: 'E',
  get purpose() {
    return say`one way or the other, by a look`;
  },
  members: { ask: askSchema, looks: z.int().min(1).max(99) },
  starting: { ask: startingAsk('range'), looks: 5 },
  bracket: 'opens',
  title: ({ ask }) => say`If ${askWords(ask)}`,
  shortTitle: () => say`if`,
  said: {
    heads: ['if', 'choose'],
    clauses: [...SAID_ASKS, saidValue(['# looks', '# look'], 'count', 'looks')],
  },
  guide: ({ looks }) => (looks === 1 ? say`one look` : say`${looks} looks`),
  cells: {
    always: { 'ask.kind': ['asks', 'text'], looks: ['looks', 'count'] },
    parts: { ask: ASK_CELLS },
  },
  compile: ({ id, ask, looks }, setup) => ({
    kind: 'look',
    moveId: id,
    question: questionOf(ask, setup),
    looks,
    timeLimit: looks * setup.program.loopPeriod,
  }),
  checks: ({ looks }) =>
    looks % 2 === 0 ? [say`With an even number of looks, half and half counts as no.`] : [],
});

/** Where the moves for a yes end and those for a no begin. */
export const otherwiseMove = defineMove({
  kind: 'otherwise',
  get name() {
    return say`Otherwise`;
  },
  key: null,
  get purpose() {
    return say`the other way`;
  },
  members: {},
  starting: {},
  bracket: 'turns',
  title: () => say`Otherwise`,
  shortTitle: () => say`else`,
  sentences: () => [say`The moves from here on are for a no.`],
  said: { heads: ['otherwise', 'else'], clauses: [] },
  cells: { always: {} },
});

/** Where both ways are one again. */
export const joinMove = defineMove({
  kind: 'join',
  get name() {
    return say`Join`;
  },
  key: null,
  get purpose() {
    return say`both ways are one again`;
  },
  members: {},
  starting: {},
  bracket: 'closes',
  title: () => say`Both ways on`,
  shortTitle: () => say`on`,
  sentences: () => [say`From here on both ways are the same.`],
  said: { heads: ['both ways on', 'end if', 'join'], clauses: [] },
  cells: { always: {} },
});
export type BracketMove = MoveOf<typeof otherwiseMove> | MoveOf<typeof joinMove>;
