import { say } from '../core/language/say.ts';

/** The stations of the work, in its order, and the sheet for files beside them. */
export type StageName = 'Today' | 'Bench' | 'Route' | 'Table' | 'Verdict' | 'Files';

/** What a station is called. */
export function stageName(station: StageName): string {
  return {
    Today: say`Today`,
    Bench: say`Bench`,
    Route: say`Route`,
    Table: say`Table`,
    Verdict: say`Verdict`,
    Files: say`Files`,
  }[station];
}

/** What the loop bar says of one station: words and a figure. */
export interface WorkflowState {
  name: StageName;
  href: string;
  state: string;
  tone: 'plain' | 'good' | 'warn';
}

/** The event by which a sheet tells the loop bar what has changed since the page was made. */
export const WORKFLOW_EVENT = 'corvat:loop';

/** Shows another state of a station in the loop bar of this page. */
export function showInNavigation(
  station: StageName,
  state: string,
  tone: WorkflowState['tone'],
): void {
  dispatchEvent(new CustomEvent(WORKFLOW_EVENT, { detail: { station, state, tone } }));
}
