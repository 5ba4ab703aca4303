/** Words as they stand in a drawing: what somebody typed is no markup. */
export function drawnText(words: string): string {
  return words.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
}
