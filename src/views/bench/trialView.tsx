import { recordsOf } from '../../contracts/bench.ts';
import { countedReadings } from '../../core/benches/definition.ts';
import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { columnLabel } from './readingRows.ts';
import type { BenchView } from './benchView.ts';
import type { AnyTrialBench, Trial, TrialBench } from './trialBench.ts';
import type { Draft } from './trialDraft.ts';
import { TrialSheet } from './TrialSheet.tsx';
import { say } from '../../core/language/say.ts';

/** A bench of a table of readings as it is shown: all of them have one sheet. */
export function trialView<B extends AnyTrialBench, R>(definition: TrialBench<B, R>): BenchView {
  return {
    kind: definition.kind,
    writes: (setup) => definition.columns(definition.empty(setup)).map(columnLabel),
    state(records, setup) {
      const newest = recordsOf(records, definition.kind)[0]?.bench as B | undefined;
      const bench =
        newest === undefined
          ? null
          : { ...newest, trials: countedReadings<Trial<B>>(newest.trials) };
      const result = bench === null ? null : definition.result(bench, setup);
      if (bench === null || result === null) return { figure: '', state: say`not measured yet` };
      const shown = { result, bench, setup, routes: [] };
      const { estimate, kind, digits } = definition.trend(shown);
      return {
        figure: formatQuantity(estimate.value, kind, Math.max(0, digits - 1)),
        state: definition.state(shown),
      };
    },
    Sheet: ({ draft, ...props }) => (
      <TrialSheet {...props} definition={definition} draft={draft as Draft<B> | null} />
    ),
  };
}
