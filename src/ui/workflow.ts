import type { StageName, WorkflowState } from '../contracts/workflow.ts';
import { say } from '../core/language/say.ts';

/** What a station is called. */
export function stageName(station: StageName): string {
  return {
    Today: say`Today`,
    Bench: say`Bench`,
    Route: say`Route`,
    Table: say`Table`,
    Verdict: say`Verdict`,
    Match: say`Match`,
    Files: say`Files`,
  }[station];
}

/** Shows another state of a station in the loop bar of this page. */
export function showInNavigation({ name, state, tone }: Omit<WorkflowState, 'href'>): void {
  const place = document.querySelector(`[data-station="${name}"]`);
  if (place === null) return;
  place.textContent = state;
  place.className = `state ${tone}`;
}
