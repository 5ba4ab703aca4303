import { counted, recordsOf, type BenchRecord } from '../../contracts/bench.ts';
import { formatQuantity } from '../../core/mathematics/quantity.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import styles from './BenchView.module.css';
import type { AnyTrialBench, Trial, TrialBench } from './trialBench.ts';

interface BenchEntryProps {
  title: string;
  figure: string;
  state: string;
  warn?: boolean;
  chosen: boolean;
  onChoose: () => void;
}

/** One bench in the list of benches: its name, its figure, and how it stands. */
export function BenchEntry({ title, figure, state, warn, chosen, onChoose }: BenchEntryProps) {
  return (
    <button
      type="button"
      className={styles['bench']}
      aria-pressed={chosen}
      data-warn={warn === true}
      onClick={onChoose}
    >
      <span>
        <strong>{title}</strong> <span className="mono">{figure}</span>
      </span>
      <small>{state}</small>
    </button>
  );
}

interface TrialEntryProps<B extends AnyTrialBench, R> {
  definition: TrialBench<B, R>;
  records: readonly BenchRecord[];
  setup: RobotParameters;
  chosen: boolean;
  onChoose: () => void;
}

/** The entry of a bench whose figure comes from its newest record's readings. */
export function TrialEntry<B extends AnyTrialBench, R>(props: TrialEntryProps<B, R>) {
  const { definition, records, setup, chosen, onChoose } = props;
  const newest = recordsOf(records, definition.kind)[0]?.bench as B | undefined;
  const bench =
    newest === undefined ? null : { ...newest, trials: counted<Trial<B>>(newest.trials) };
  const result = bench === null ? null : definition.result(bench, setup);
  const shown = bench === null || result === null ? null : { result, bench, setup };
  const trend = shown === null ? null : definition.trend(shown);
  return (
    <BenchEntry
      title={definition.title}
      figure={
        trend === null
          ? ''
          : formatQuantity(trend.estimate.value, trend.kind, Math.max(0, trend.digits - 1))
      }
      state={shown === null ? 'not measured yet' : definition.state(shown)}
      chosen={chosen}
      onChoose={onChoose}
    />
  );
}
