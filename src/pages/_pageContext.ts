import type { AstroGlobal } from 'astro';
import type { WorkflowState } from '../contracts/workflow.ts';
import { countBy } from '../server/requestConventions.ts';
import { readCatalogue, type Catalogue } from '../store/catalogue.ts';
import { database } from '../store/database.ts';
import { choose, loadWork, type Named, type Work } from './_work.ts';
import { workflowStates } from './_workflow.ts';

/** What every station shows around its sheet, and what it works on. */
export interface PageContext extends Catalogue, Work {
  /** The field that is drawn on. */
  drawnId: string | null;
  loop: WorkflowState[];
}

const REMEMBERED_FOR = 60 * 60 * 24 * 365;

/**
 * Loads a station, in four questions to the database; a sheet has two more for what is its own. What it works on stands
 * in its address; an address that does not say it, or says what is not there (any more), is answered with the way to one
 * that does, by what was chosen last on this device, or the newest. So two tabs never mix, and the process itself
 * remembers nothing.
 *
 * @param named what the address has to name, where there is any
 */
export async function loadStation(
  astro: AstroGlobal,
  named: readonly Named[],
): Promise<PageContext | Response> {
  const catalogue = await readCatalogue(database());
  countBy(catalogue.team);
  const chosen = choose(astro, catalogue);
  const missing = named.filter(
    (name) => chosen[name] !== null && astro.url.searchParams.get(name) !== chosen[name],
  );
  if (missing.length > 0 && !astro.url.searchParams.has('new')) {
    const address = new URL(astro.url);
    for (const name of missing) address.searchParams.set(name, chosen[name]!);
    return astro.redirect(address.pathname + address.search);
  }
  for (const name of named) remember(astro, name, chosen[name]);
  const work = await loadWork(chosen, catalogue);
  return { ...catalogue, ...work, drawnId: chosen.field, loop: workflowStates(work, catalogue) };
}

function remember(astro: AstroGlobal, name: Named, id: string | null): void {
  const cookie = `corvat-${name}`;
  if (id === null || astro.cookies.get(cookie)?.value === id) return;
  astro.cookies.set(cookie, id, {
    path: '/',
    maxAge: REMEMBERED_FOR,
    sameSite: 'lax',
    httpOnly: true,
  });
}
