import type { SetupRevision } from '../contracts/records.ts';

/** Says where each number of a setup comes from, in words for comments. */
export function originWords({ sources }: Pick<SetupRevision, 'sources'>): (path: string) => string {
  return (path) => {
    const source = sources[path];
    if (source === undefined) return 'starting value';
    switch (source.kind) {
      case 'typed':
        return 'typed';
      case 'bench':
        return `bench record ${source.record}`;
      case 'runs':
        return `fitted to ${source.runs} runs`;
    }
  };
}
