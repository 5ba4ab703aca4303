import { z } from 'zod';
import { workflowStateSchema } from '../../contracts/workflow.ts';
import { ask, RequestFailed } from '../api.ts';
import { showInNavigation } from '../workflow.ts';

/** Brings the states in the bar up to date with what is stored; as they were while nobody answers. */
export async function refreshNavigation(): Promise<void> {
  const states = await ask(z.array(workflowStateSchema), 'GET', `workflow${location.search}`).catch(
    (error: unknown) => {
      // Who was sent away in the meantime is asked for words, as on every page from now on.
      if (error instanceof RequestFailed && error.status === 401) location.assign('/pair');
      return [];
    },
  );
  for (const state of states) showInNavigation(state);
}
