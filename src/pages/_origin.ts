import type { SetupRevision } from '../contracts/robots.ts';
import { sourceWords } from '../contracts/sourceWords.ts';

/** Says where each number of a setup comes from, in words for comments. */
export function originWords({ sources }: Pick<SetupRevision, 'sources'>): (path: string) => string {
  return (path) => sourceWords(sources[path]);
}
