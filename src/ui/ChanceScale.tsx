import type { ChanceRange } from '../core/analysis/runs/chanceRange.ts';
import styles from './ChanceScale.module.css';

interface ChanceScaleProps {
  range: ChanceRange;
  /** What is measured is filled, what is expected is an outline. */
  measured: boolean;
  goal: number;
}

/** A chance as the range in which it lies, from 0 to 100 %, with the goal as a mark; what it says stands beside it in figures. */
export function ChanceScale({ range, measured, goal }: ChanceScaleProps) {
  return (
    <span className={styles['scale']} aria-hidden="true">
      <i
        className={styles[measured ? 'measured' : 'expected']}
        style={{
          left: `${100 * range.low}%`,
          width: `${Math.max(0.6, 100 * (range.high - range.low))}%`,
        }}
      />
      <i className={styles['goal']} style={{ left: `${100 * goal}%` }} />
    </span>
  );
}
