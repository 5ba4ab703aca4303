import type { ChanceRange } from '../core/analysis/runs/chanceRange.ts';
import { percent, rangeWords } from '../core/text/sentences.ts';
import { ChanceScale } from './ChanceScale.tsx';
import { Explanation } from './Explanation.tsx';
import styles from './ChanceBars.module.css';
import { say } from '../core/language/say.ts';

interface ChanceBarsProps {
  /** What each chance is of; what is measured is filled, what is expected is an outline. */
  bars: readonly { label: string; range: ChanceRange; measured: boolean }[];
  goal: number;
  /** From what the chances are, for whoever presses. */
  why: string;
}

/** Chances as the ranges in which they lie, over one scale from 0 to 100 %, with the goal as a mark across all. */
export function ChanceBars({ bars, goal, why }: ChanceBarsProps) {
  return (
    <div className={styles['bars']}>
      {bars.map(({ label, range, measured }) => (
        <div key={label} className={styles['row']}>
          <span>{label}</span>
          <ChanceScale {...{ range, measured, goal }} />
          <output>{rangeWords(range)}</output>
        </div>
      ))}
      <div className={styles['row']}>
        <span />
        <span className={styles['foot']}>
          <small style={{ left: `${100 * goal}%` }}>{say`goal ${percent(goal)}`}</small>
        </span>
        <span />
      </div>
      <Explanation of={why} />
    </div>
  );
}
