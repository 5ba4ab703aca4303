import { formatNumber } from '../../core/mathematics/quantity.ts';
import { percent } from '../../core/text/sentences.ts';
import { Explanation } from '../../ui/Explanation.tsx';
import styles from './MatchView.module.css';
import { useMatchWork } from './matchWork.ts';
import { say } from '../../core/language/say.ts';

/** Bars of the drawing at the most. */
const BARS = 22;
/** Its size, in its own units. */
const [WIDE, HIGH] = [330, 120];

/** How likely each number of points is, when everything is decided in the best way. */
export function MatchPoints() {
  const { summary, plan } = useMatchWork();
  if (summary === null) return null;
  const { points, expected, low, high, value, valueLow, valueHigh } = summary;
  const bars = binned(points);
  const most = Math.max(...bars.map(({ chance }) => chance));
  const step = WIDE / bars.length;
  const wanted = typeof plan.goal === 'object' ? plan.goal.atLeast : null;
  const first = bars[0]!;
  const last = bars.at(-1)!;
  const at = (total: number) =>
    (WIDE * (total - first.from)) / Math.max(1e-9, last.to - first.from);
  const shown = (total: number) => formatNumber(total, 0);
  return (
    <section className={styles['sheet']} aria-label={say`Points of a match`}>
      <h2>{say`Points of a match`}</h2>
      <svg
        className={styles['points']}
        viewBox={`0 -22 ${WIDE} ${HIGH + 44}`}
        role="img"
        aria-label={say`${shown(expected)} points on average; 9 of 10 matches bring ${shown(low)} to ${shown(high)}`}
      >
        {bars.map(({ from, chance }, i) => (
          <rect
            key={from}
            x={i * step + 1}
            width={Math.max(1, step - 2)}
            y={HIGH - (HIGH * chance) / most}
            height={(HIGH * chance) / most}
          />
        ))}
        <line x1={0} x2={WIDE} y1={HIGH} y2={HIGH} />
        <text x={0} y={HIGH + 18}>
          {shown(first.from)}
        </text>
        <text x={Math.min(WIDE - 20, Math.max(30, at(expected)))} y={HIGH + 18} textAnchor="middle">
          {shown(expected)}
        </text>
        <text x={WIDE} y={HIGH + 18} textAnchor="end">
          {shown(last.to)}
        </text>
        {wanted !== null && wanted > first.from && wanted < last.to && (
          <g className={styles['wanted']}>
            <line x1={at(wanted)} x2={at(wanted)} y1={-4} y2={HIGH} />
            <text x={at(wanted)} y={-8} textAnchor={at(wanted) > WIDE / 2 ? 'end' : 'start'}>
              {say`${shown(wanted)} in ${percent(value)}`}
            </text>
          </g>
        )}
      </svg>
      <p className={styles['hint']}>
        {typeof plan.goal === 'object'
          ? say`As far as the chances are known, ${percent(valueLow)} to ${percent(valueHigh)} of the matches reach it.`
          : say`As far as the chances are known, the mean lies between ${shown(valueLow)} and ${shown(valueHigh)}.`}
      </p>
      <Explanation
        of={say`Every course that a match may take, with its chance: by the times and chances of the routes, which come from their runs, or from the forecast where there are none, and by the hand-overs.`}
      />
    </section>
  );
}

interface Bar {
  from: number;
  to: number;
  chance: number;
}

/** Totals in bars of equal width. */
function binned(points: readonly (readonly [number, number])[]): Bar[] {
  const [least, most] = [points[0]![0], points.at(-1)![0]];
  const width = Math.max(5, 5 * Math.ceil((most - least) / BARS / 5));
  const count = Math.max(1, Math.floor((most - least) / width) + 1);
  const bars = Array.from({ length: count }, (_, i) => ({
    from: least + i * width,
    to: least + (i + 1) * width,
    chance: 0,
  }));
  for (const [total, chance] of points)
    bars[Math.min(count - 1, Math.floor((total - least) / width))]!.chance += chance;
  return bars;
}
