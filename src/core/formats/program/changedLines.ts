import { diffLines } from 'diff';

/** A line that one program has and the other has not. */
export interface ChangedLine {
  kind: 'added' | 'removed';
  text: string;
}

/** The lines in which two programs differ, in order. */
export function changedLines(before: string, after: string): ChangedLine[] {
  return diffLines(before, after).flatMap((part): ChangedLine[] => {
    if (!part.added && !part.removed) return [];
    const kind = part.added ? 'added' : 'removed';
    return part.value
      .replace(/\n$/, '')
      .split('\n')
      .map((text) => ({ kind, text: text.trim() }));
  });
}
