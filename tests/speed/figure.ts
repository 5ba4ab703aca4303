/** A figure that `npm run speed` measures, in rounds. */
export interface Figure {
  what: string;
  /** Unit of the values; empty for numbers and ratios. */
  unit: string;
  /** What it should be, in words; empty where nothing was asked for. */
  aim: string;
  digits: number;
  value: number;
}

export function figure(what: string, value: number, unit: string, aim = '', digits = 1): Figure {
  return { what, value, unit, aim, digits };
}

/** The value below which a share of the values lies. */
export function percentile(values: readonly number[], share: number): number {
  return values.toSorted((a, b) => a - b)[Math.floor(share * values.length)]!;
}

export function median(values: readonly number[]): number {
  return percentile(values, 0.5);
}

/** How long some work takes, ms, once for each of some times. */
export function timesOf(times: number, work: () => void): number[] {
  return Array.from({ length: times }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
}
