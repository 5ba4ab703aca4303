import type { Conditions } from '../../core/benches/definition.ts';
import { formatEstimate } from '../../core/mathematics/estimateText.ts';
import type { Trend } from './trialBench.ts';
import styles from './BenchView.module.css';
import { formatMoment } from '../../core/language/dates.ts';
import { say } from '../../core/language/say.ts';

/** An earlier record as the history shows it. */
interface HistoryEntry {
  number: number;
  createdAt: string;
  conditions: Conditions | null;
  /** Null when its readings give no result. */
  trend: Trend | null;
  /** Words in place of a number. */
  says?: string;
}

interface HistoryProps {
  entries: readonly HistoryEntry[];
  /** Number of the record that is shown, or null. */
  shown: number | null;
  onShow?: (number: number) => void;
}

/** Earlier records, newest first, with how their number moved. */
export function History({ entries, shown, onShow }: HistoryProps) {
  if (entries.length === 0) return null;
  return (
    <section className={styles['section']}>
      <h2>{say`Earlier records`}</h2>
      <TrendMarks entries={entries} />
      <ul className={styles['history']}>
        {entries.slice(0, 8).map((entry) => (
          <li key={entry.number}>
            <button
              type="button"
              data-paper
              aria-pressed={entry.number === shown}
              disabled={onShow === undefined}
              onClick={() => onShow?.(entry.number)}
            >
              <span>{say`record ${entry.number}`}</span>
              <small>
                {formatMoment(entry.createdAt, 'day')}
                {entry.conditions?.battery == null ? '' : `, ${entry.conditions.battery} V`}
                {entry.conditions?.surface ? `, ${entry.conditions.surface}` : ''}
                {entry.conditions?.unit ? `, ${entry.conditions.unit}` : ''}
              </small>
              <span className="mono">
                {entry.says ??
                  (entry.trend === null
                    ? '–'
                    : formatEstimate(entry.trend.estimate, entry.trend.kind, entry.trend.digits))}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

const WIDTH = 340;
const HEIGHT = 64;

/** Values of up to 20 records with their intervals, oldest at the left. */
function TrendMarks({ entries }: { entries: readonly HistoryEntry[] }) {
  const points = entries
    .slice(0, 20)
    .toReversed()
    .flatMap(({ number, trend }) => (trend === null ? [] : [{ number, trend }]));
  if (points.length < 2) return null;
  const lows = points.map(({ trend }) => trend.estimate.low);
  const highs = points.map(({ trend }) => trend.estimate.high);
  const [least, most] = [Math.min(...lows), Math.max(...highs)];
  const range = most - least || 1;
  const x = (i: number) => 12 + (i * (WIDTH - 24)) / (points.length - 1);
  const y = (value: number) => HEIGHT - 8 - ((value - least) / range) * (HEIGHT - 16);
  return (
    <svg
      className={styles['trend']}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={say`${points[0]!.trend.label} over ${points.length} records, oldest at the left`}
    >
      <polyline
        points={points.map(({ trend }, i) => `${x(i)},${y(trend.estimate.value)}`).join(' ')}
      />
      {points.map(({ number, trend: { estimate } }, i) => (
        <g key={number}>
          <line x1={x(i)} x2={x(i)} y1={y(estimate.low)} y2={y(estimate.high)} />
          <path d={`M${x(i) - 5},${y(estimate.value)}h10M${x(i)},${y(estimate.value) - 5}v10`} />
        </g>
      ))}
    </svg>
  );
}
