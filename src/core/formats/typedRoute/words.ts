/** A word, a number, a sign or a quoted name of a typed route, and where it stands in the text. */
export interface Token {
  text: string;
  /** Lower case, for comparing; quoted names are compared with nothing. */
  word: string;
  kind: 'word' | 'number' | 'name' | 'comma';
  from: number;
  to: number;
}

/** Quoted names, numbers with an optional sign, words with units among them, and commas. */
const TOKENS =
  /"([^"\n]*)"|“([^”\n]*)”|[+\-−]?(?:\d+(?:[.,]\d+)?|\.\d+)|[\p{L}°%][\p{L}\d/²^°%-]*|,|[^\s]/gu;
/** They make a sentence read well and say nothing. */
const FILLERS = new Set(['the', 'a', 'an', 'and', 'please']);

/** The words of a piece of text that begins at `offset`. */
export function tokensOf(text: string, offset = 0): Token[] {
  return Array.from(text.matchAll(TOKENS), (match): Token => {
    const [whole] = match;
    const quoted = match[1] ?? match[2];
    return {
      text: quoted ?? whole,
      word: whole.toLowerCase(),
      kind:
        quoted !== undefined
          ? 'name'
          : whole === ','
            ? 'comma'
            : /\d/.test(whole[0]!) || /^[+\-−.]\d/.test(whole)
              ? 'number'
              : 'word',
      from: offset + match.index,
      to: offset + match.index + whole.length,
    };
  }).filter(({ word, kind }) => kind !== 'word' || !FILLERS.has(word));
}

/** The words of a way to say something, as {@link tokensOf} would find them; `#` stands for a value. */
export function patternOf(says: string): string[] {
  return says.split(' ').filter((word) => !FILLERS.has(word));
}
