/** The stations of the work, in its order, and the sheet for files beside them. */
export type StationName = 'Bench' | 'Route' | 'Table' | 'Verdict' | 'Files';

/** What the loop bar says of one station: words and a figure. */
export interface LoopState {
  name: StationName;
  href: string;
  state: string;
  mood: 'plain' | 'good' | 'warn';
}
