import { recordsOf } from '../../../contracts/bench.ts';
import { formatNumber } from '../../../core/mathematics/quantity.ts';
import type { BenchView } from '../benchView.ts';
import { DelaysSheet } from '../DelaysSheet.tsx';
import { say } from '../../../core/language/say.ts';

export const delaysView: BenchView = {
  kind: 'delays',
  state(records) {
    const newest = recordsOf(records, 'delays')[0]?.bench;
    if (newest === undefined) return { figure: '', state: say`not measured yet` };
    const { latency } = newest.found;
    return {
      figure: latency === null ? '' : say`${formatNumber(1000 * latency.value, 0)} ms`,
      state: say`gyro is late by`,
    };
  },
  Sheet: DelaysSheet,
};
