import type { Source } from '../core/robot/sources.ts';
import { say } from '../core/language/say.ts';

/** Where a number of a setup comes from, in words. */
export function sourceWords(source: Source | undefined): string {
  switch (source?.kind) {
    case undefined:
      return say`starting value`;
    case 'typed':
      return 'typed';
    case 'bench':
      return say`bench record ${source.record}`;
    case 'runs':
      return say`fitted to ${source.runs} runs`;
  }
}
