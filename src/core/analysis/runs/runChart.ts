/** What catches the eye in a chart: the rule, and the runs that show it by their place in the row. */
export interface ChartSignal {
  rule: RunRule;
  from: number;
  to: number;
}

/** A run beyond a limit; nine in a row on one side; six that only rise or only fall; a leap too far. */
type RunRule = 'beyond a limit' | 'nine on one side' | 'six rising or falling' | 'leap';

/** A chart of individual values and their moving ranges. */
export interface RunChart {
  values: readonly number[];
  mean: number;
  lower: number;
  upper: number;
  /** Distance of each value to the one before; the first has none. */
  movingRanges: number[];
  meanRange: number;
  rangeLimit: number;
  signals: ChartSignal[];
}

/** 3/d2 and D4 for ranges of two values: d2 = 2/√π. */
const LIMITS_FROM_RANGE = 3 / (2 / Math.sqrt(Math.PI));
const RANGE_LIMIT = 3.267;
const ON_ONE_SIDE = 9;
const RISING = 6;

/**
 * Individuals and moving range chart of values in the order in which they came, with run rules; null
 * with fewer than two values. Limits: mean ± 2.66·MR̄ and 3.267·MR̄.
 * Source: W. A. Shewhart; rules 1 to 3 of L. S. Nelson, J. Quality Technology 16 (1984).
 */
export function runChart(values: readonly number[]): RunChart | null {
  if (values.length < 2) return null;
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  const movingRanges = values.slice(1).map((value, i) => Math.abs(value - values[i]!));
  const meanRange = movingRanges.reduce((sum, range) => sum + range, 0) / movingRanges.length;
  const half = LIMITS_FROM_RANGE * meanRange;
  const rangeLimit = RANGE_LIMIT * meanRange;
  const signals: ChartSignal[] = [
    ...stretches(
      values.map((value) => (Math.abs(value - mean) > half ? 1 : 0)),
      1,
      'beyond a limit',
    ),
    ...stretches(
      values.map((value) => Math.sign(value - mean)),
      ON_ONE_SIDE,
      'nine on one side',
    ),
    // Six values make five steps; the stretch of steps begins one value earlier.
    ...stretches(
      values.slice(1).map((value, i) => Math.sign(value - values[i]!)),
      RISING - 1,
      'six rising or falling',
    ).map(({ rule, from, to }) => ({ rule, from, to: to + 1 })),
    ...movingRanges.flatMap((range, i): ChartSignal[] =>
      range > rangeLimit ? [{ rule: 'leap', from: i, to: i + 1 }] : [],
    ),
  ];
  return {
    values,
    mean,
    lower: mean - half,
    upper: mean + half,
    movingRanges,
    meanRange,
    rangeLimit,
    signals,
  };
}

/** Stretches of at least `length` equal signs other than zero. */
function stretches(signs: readonly number[], length: number, rule: RunRule): ChartSignal[] {
  const found: ChartSignal[] = [];
  let from = 0;
  for (let i = 1; i <= signs.length; i++) {
    if (i < signs.length && signs[i] === signs[from]) continue;
    if (signs[from] !== 0 && i - from >= length) found.push({ rule, from, to: i - 1 });
    from = i;
  }
  return found;
}
