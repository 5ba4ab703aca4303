import type { CorvatFile } from '../contracts/files.ts';

/** What an import has made, in a sentence. */
export interface Imported {
  kind: CorvatFile['corvat'];
  /** The name under which it is kept here, where it has one. */
  name?: string;
  sentence: string;
}
