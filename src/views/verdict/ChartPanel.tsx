import type { QuantityKind } from '../../core/mathematics/quantity.ts';
import { useMemo, useState } from 'react';
import { FOLLOWS_IS_REAL } from '../../core/analysis/runs/verdict.ts';
import { robustDistances } from '../../core/analysis/runs/outliers.ts';
import { runChart, type ChartSignal } from '../../core/analysis/runs/runChart.ts';
import { effectWords, factorWords, percent } from '../../core/text/sentences.ts';
import { AXES, type Axis } from '../../core/analysis/runs/stability.ts';
import type { Offset } from '../../core/field/field.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Plot } from '../../ui/Plot.tsx';
import table from '../../ui/Table.module.css';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { countedRuns } from './cardRuns.ts';
import styles from './VerdictView.module.css';
import { useVerdictWork } from './verdictWork.ts';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

/** Each axis as it is shown: right, far and turns to the right are positive, as everywhere on the card. */
const SHOWN: Record<
  Axis,
  { label: string; kind: QuantityKind; value: (offset: Offset) => number }
> = {
  along: {
    get label() {
      return say`far`;
    },
    kind: 'length',
    value: ({ along }) => along,
  },
  left: {
    get label() {
      return say`right`;
    },
    kind: 'length',
    value: ({ left }) => -left,
  },
  turned: {
    get label() {
      return say`turned right`;
    },
    kind: 'angle',
    value: ({ turned }) => -turned,
  },
};

/** The runs in their order: whether they are of one kind, and if not, what they follow. */
export function ChartPanel() {
  const { runs, checkpoint, measured: at, verdict } = useVerdictWork();
  const measured = at.runs;
  const counted = useMemo(() => countedRuns(runs, checkpoint.id), [runs, checkpoint]);
  const [axis, setAxis] = useState<Axis>('along');
  const values = useMemo(
    () => measured.map(({ offset }) => SHOWN[axis].value(offset)),
    [measured, axis],
  );
  const chart = useMemo(() => runChart(values), [values]);
  const distances = useMemo(
    () => robustDistances(measured.map(({ offset }) => offset)),
    [measured],
  );
  if (chart === null) return <p>{say`A chart needs two runs.`}</p>;
  const first = counted[0]?.number ?? 1;
  const numberOf = (i: number) => counted[i]?.number ?? first + i;
  const line = (y: number) => [
    { x: numberOf(0), y },
    { x: numberOf(values.length - 1), y },
  ];
  const odd = new Set(
    chart.signals
      .filter(({ rule }) => rule === 'beyond a limit')
      .flatMap(({ from, to }) => Array.from({ length: to - from + 1 }, (_, i) => from + i)),
  );
  // The same runs as the card marks and the sentence leaves out.
  const flagged = counted.filter((_, i) => verdict.odd.includes(i));
  return (
    <>
      <Choice
        label={say`Offset`}
        value={axis}
        options={AXES.filter((one) => one !== 'turned' || at.headingJudged).map((value) => ({
          value,
          label: SHOWN[value].label,
        }))}
        onChange={setAxis}
      />
      <div className={styles['chart']}>
        <Plot
          label={say`Offset of each run with its limits`}
          why={say`The runs in their order. The limits are the mean and three times the spread that neighbouring runs show: a run beyond them, or a long row on one side, has a cause of its own. They come from these runs and say nothing of the zone.`}
          x={{ title: '' }}
          y={{ title: SHOWN[axis].label, kind: SHOWN[axis].kind }}
          series={[
            {
              label: say`runs`,
              look: 'measured',
              points: values.map((y, i) => ({ x: numberOf(i), y })),
            },
            { label: say`mean`, look: 'fit', points: line(chart.mean) },
            { label: say`limits`, look: 'limit', points: line(chart.upper) },
            { label: '', look: 'limit', points: line(chart.lower) },
            {
              label: odd.size > 0 ? say`beyond a limit` : '',
              look: 'fault',
              points: [...odd].map((i) => ({ x: numberOf(i), y: values[i]! })),
            },
          ]}
        />
      </div>
      <div className={styles['ranges']}>
        <Plot
          label={say`Moving range: how far each run lies from the one before`}
          why={say`How far each run lies from the one before. The spread of the chart above is taken from it; a range beyond its limit is a jump.`}
          x={{ title: say`run` }}
          y={{ title: say`range`, kind: SHOWN[axis].kind, from: 0 }}
          series={[
            {
              label: '',
              look: 'trace',
              points: chart.movingRanges.map((y, i) => ({ x: numberOf(i + 1), y })),
            },
            { label: '', look: 'limit', points: line(chart.rangeLimit) },
          ]}
        />
      </div>
      {chart.signals.length === 0 ? (
        <p>{say`All runs lie within the limits, without a pattern: they look like one kind.`}</p>
      ) : (
        <ul className={styles['signals']}>
          {chart.signals.map((signal) => (
            <li key={`${signal.rule} ${signal.from}`}>{signalWords(signal, numberOf)}</li>
          ))}
        </ul>
      )}
      {flagged.map(({ run, number }) => (
        <Notice
          key={run.id}
          tone="fault"
        >{sayWith`Run ${number} lies far from the others (${formatNumber(distances[counted.findIndex((one) => one.run.id === run.id)] ?? 0, 1)} times their spread). If you know a cause, set it aside with it at the ${(<a href={sheetAddress('/table', { session: run.sessionId })}>{say`Table`}</a>)}; it stays in sight.`}</Notice>
      ))}
      <h2 className={styles['section']}>{say`What the offset may follow`}</h2>
      {verdict.effects.length === 0 ? (
        <p>{say`Six runs are needed to ask.`}</p>
      ) : (
        <table className={`${table['table']} ${styles['table']}`}>
          <thead>
            <tr>
              <th>{say`follows`}</th>
              <th>{say`how`}</th>
              <th>{say`chance alone`}</th>
            </tr>
          </thead>
          <tbody>
            {verdict.effects.slice(0, 6).map((effect) => (
              <tr
                key={`${effect.factor} ${effect.axis}`}
                data-real={effect.adjustedP < FOLLOWS_IS_REAL}
              >
                <td>
                  {factorWords(effect.factor)}, {SHOWN[effect.axis].label}
                </td>
                <td>{effectWords(effect)}</td>
                <td>{effect.adjustedP < 0.001 ? say`under 0.1 %` : percent(effect.adjustedP)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p
        className={styles['hint']}
      >{say`“Chance alone” is corrected for asking ${verdict.effects.length} questions at once. Below ${formatNumber(100 * FOLLOWS_IS_REAL, 1)} % the verdict says unstable. A battery or a time that nobody noted is not asked about.`}</p>
    </>
  );
}

function signalWords({ rule, from, to }: ChartSignal, numberOf: (i: number) => number): string {
  const [a, b] = [numberOf(from), numberOf(to)];
  switch (rule) {
    case 'beyond a limit':
      return a === b
        ? say`Run ${a} lies beyond a limit.`
        : say`Runs ${a} to ${b} lie beyond a limit.`;
    case 'nine on one side':
      return say`Runs ${a} to ${b} all lie on one side of the mean.`;
    case 'six rising or falling':
      return say`Runs ${a} to ${b} only go one way.`;
    case 'leap':
      return say`From run ${a} to run ${b} is a leap beyond what is usual.`;
  }
}
