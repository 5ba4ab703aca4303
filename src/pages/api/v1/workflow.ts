import { countBy } from '../../../server/requestConventions.ts';
import { readCatalogue } from '../../../store/catalogue.ts';
import { database } from '../../../store/database.ts';
import { choose, loadWork } from '../../_work.ts';
import { workflowStates } from '../../_workflow.ts';
import { endpoint, json } from '../_endpoint.ts';

/** What the bar above every sheet says now, of what the address or this device's choices name. */
export const GET = endpoint('look', async (context) => {
  const catalogue = await readCatalogue(database());
  countBy(catalogue.team);
  return json(workflowStates(await loadWork(choose(context, catalogue), catalogue), catalogue));
});
