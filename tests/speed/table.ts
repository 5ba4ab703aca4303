/** One line of the table that `npm run speed` prints. */
export interface Line {
  what: string;
  measured: string;
  aim: string;
}

/** The value below which a share of the values lies. */
export function percentile(values: readonly number[], share: number): number {
  return values.toSorted((a, b) => a - b)[Math.floor(share * values.length)]!;
}
