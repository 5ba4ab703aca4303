import type { CorvatFile } from '../contracts/files.ts';

/** What an import has made, in a sentence. */
export interface Imported {
  kind: CorvatFile['corvat'];
  sentence: string;
}
