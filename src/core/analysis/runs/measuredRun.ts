import type { Offset } from '../../field/field.ts';

/** A run as the verdict sees it. */
export interface MeasuredRun {
  offset: Offset;
  /** What the people at the table saw; null when they did not say, then the zone decides. */
  hit: boolean | null;
  /** Battery at the start, V, and time since the gyro was zeroed, s; null when nobody noted it. */
  battery?: number | null;
  sinceZero?: number | null;
  /** In which session it was driven; null when all are of one. */
  session?: string | null;
}

/** Runs that were seen to hit or miss, and not measured. */
export interface Ticks {
  hits: number;
  runs: number;
}
