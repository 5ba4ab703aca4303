import { z } from 'zod';
import { localIdSchema } from '../../schema/scalars.ts';
import { defineMove, type MoveOf } from '../definition.ts';
import { saidValue } from '../said.ts';
import { say } from '../../language/say.ts';

/** Do everything from the move `fromId` up to here `times` times in all. */
export const repeatMove = defineMove({
  kind: 'repeat',
  get name() {
    return say`Repeat`;
  },
  key: 'X',
  get purpose() {
    return say`do the last moves again`;
  },
  members: { fromId: localIdSchema, times: z.int().min(1).max(50) },
  placed({ before }) {
    const last = before.findLast(({ kind }) => kind !== 'checkpoint');
    return last === undefined ? null : { fromId: last.id };
  },
  starting: { fromId: '', times: 2 },
  title: ({ fromId, times }, { position }) =>
    say`Repeat from move ${position(fromId) + 1}, ${times} times in all`,
  sentences({ fromId, times }, position) {
    const from = position(fromId) + 1;
    return from === 0
      ? [say`There is no such move before this one, so nothing is repeated.`]
      : [
          say`Do everything from move ${from} to here ${times} times in all, with the same numbers.`,
        ];
  },
  shortTitle: ({ times }) => `× ${times}`,
  said: {
    heads: ['repeat'],
    clauses: [
      saidValue('from move #', 'move', 'fromId', true),
      saidValue(['# times', '#'], 'count', 'times', true),
    ],
  },
  cells: { always: { fromId: ['from_move', 'text'], times: ['times', 'count'] } },
});

export type RepeatMove = MoveOf<typeof repeatMove>;
