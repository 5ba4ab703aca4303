import { z } from 'zod';
import { degrees } from '../../mathematics/angle.ts';
import { formatNumber } from '../../mathematics/quantity.ts';
import { defineMove } from '../definition.ts';
import { STILL_RATE } from '../../program/settings.ts';
import { saidValue } from '../said.ts';
import { say } from '../../language/say.ts';

/** Wait until the gyro's rate reads zero, then make its heading 0 here. */
export const settleMove = defineMove({
  kind: 'settle',
  get name() {
    return say`Settle and zero`;
  },
  key: 'Z',
  get purpose() {
    return say`wait for a still gyro, heading 0`;
  },
  members: { timeLimit: z.number().positive().max(60) },
  starting: { timeLimit: 3 },
  title: () => say`Settle and zero`,
  shortTitle: () => say`zero`,
  said: {
    heads: ['settle', 'zero', 'reset gyro'],
    clauses: [saidValue('within #', 'time', 'timeLimit')],
  },
  cells: { always: { timeLimit: ['time_limit_s', 'number'] } },
  compile: ({ id, timeLimit }) => ({ kind: 'zero', moveId: id, timeLimit }),
  headingAfter: () => 0,
  checks(_, setup) {
    const drift = Math.abs(setup.gyro.bias) + 2 * setup.gyro.biasSpread;
    return drift > STILL_RATE
      ? [
          say`The window is too narrow: it waits for a rate under ${formatNumber(degrees(STILL_RATE), 1)}°/s, and this gyro can drift ${formatNumber(degrees(drift), 1)}°/s while it lies still.`,
        ]
      : [];
  },
});
