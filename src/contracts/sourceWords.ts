import type { Source } from '../core/robot/sources.ts';

/** Where a number of a setup comes from, in words. */
export function sourceWords(source: Source | undefined): string {
  switch (source?.kind) {
    case undefined:
      return 'starting value';
    case 'typed':
      return 'typed';
    case 'bench':
      return `bench record ${source.record}`;
    case 'runs':
      return `fitted to ${source.runs} runs`;
  }
}
