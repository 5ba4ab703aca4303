import { z } from 'zod';
import { formatNumber } from '../../mathematics/quantity.ts';
import { defineMove } from '../definition.ts';
import { saidValue } from '../said.ts';
import { say } from '../../language/say.ts';

/** Stand still for a time, s. */
export const waitMove = defineMove({
  kind: 'wait',
  get name() {
    return say`Wait`;
  },
  key: 'P',
  get purpose() {
    return say`stand still`;
  },
  members: { duration: z.number().min(0).max(60) },
  starting: { duration: 0.5 },
  title: ({ duration }) => say`Wait ${formatNumber(duration, 1)} s`,
  shortTitle: () => say`wait`,
  said: {
    heads: ['wait', 'pause'],
    clauses: [saidValue(['#', 'for #'], 'time', 'duration', true)],
  },
  cells: { always: { duration: ['duration_s', 'number'] } },
  compile: ({ id, duration }) => ({ kind: 'wait', moveId: id, duration, timeLimit: duration }),
});
