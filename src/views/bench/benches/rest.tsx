import { recordsOf } from '../../../contracts/bench.ts';
import { degrees } from '../../../core/mathematics/angle.ts';
import { formatNumber } from '../../../core/mathematics/quantity.ts';
import type { BenchView } from '../benchView.ts';
import { RestSheet } from '../RestSheet.tsx';
import { fitnessWords } from '../../../core/text/fitnessWords.ts';
import { say } from '../../../core/language/say.ts';

export const restView: BenchView = {
  kind: 'rest',
  state(records) {
    const newest = recordsOf(records, 'rest')[0]?.bench;
    return newest === undefined
      ? { figure: '', state: say`not checked yet` }
      : {
          figure: `${formatNumber(degrees(newest.found.bias.value), 2)}°/s`,
          state: fitnessWords(newest.fitness),
          warn: newest.fitness === 'not fit',
        };
  },
  Sheet: RestSheet,
};
