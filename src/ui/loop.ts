/** The stations of the work, in its order, and the sheet for files beside them. */
export type StationName = 'Bench' | 'Route' | 'Table' | 'Verdict' | 'Files';

/** What the loop bar says of one station: words and a figure. */
export interface LoopState {
  name: StationName;
  href: string;
  state: string;
  mood: 'plain' | 'good' | 'warn';
}

/** The event by which a sheet tells the loop bar what has changed since the page was made. */
export const LOOP_EVENT = 'corvat:loop';

/** Shows another state of a station in the loop bar of this page. */
export function showInLoopBar(station: StationName, state: string, mood: LoopState['mood']): void {
  dispatchEvent(new CustomEvent(LOOP_EVENT, { detail: { station, state, mood } }));
}
