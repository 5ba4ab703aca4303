import { teamSchema } from '../contracts/team.ts';
import { ENGLISH, provideLanguages } from '../core/language/spoken.ts';
import type { Catalogue } from '../core/language/translation.ts';
import { provideConventions } from '../core/language/conventions.ts';

/** The words of the page’s language; null for English, whose words stand in the code. */
let catalogue: Catalogue | null = null;

// On the server each request brings its own; in the browser the page says what it was made with.
if (typeof document !== 'undefined') {
  const { team = '{}', words } = document.documentElement.dataset;
  const own = teamSchema.parse(JSON.parse(team));
  provideConventions(() => own);
  // No sheet comes to life before it knows its words.
  if (own.language !== ENGLISH && words !== undefined) await learn(words);
}

async function learn(address: string): Promise<void> {
  const [{ spokenBy }, answer] = await Promise.all([
    import('../core/language/translation.ts'),
    fetch(address).catch(() => null),
  ]);
  // Without its words a sheet works in English.
  if (answer?.ok !== true) return;
  catalogue = (await answer.json()) as Catalogue;
  const spoken = spokenBy(catalogue);
  provideLanguages(() => spoken);
}

/** Tells a worker the page’s words: its sentences are for the same readers. How the team counts is its name. */
export function withWords(worker: Worker): Worker {
  if (catalogue !== null) worker.postMessage({ catalogue });
  return worker;
}
