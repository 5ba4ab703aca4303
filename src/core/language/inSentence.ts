import { ENGLISH, spoken } from './spoken.ts';

/** A heading or a name as it stands within a sentence: English writes it small there, other languages as it is. */
export function inSentence(text: string): string {
  return spoken().language === ENGLISH ? text.charAt(0).toLowerCase() + text.slice(1) : text;
}

/** Words at the beginning of a sentence. */
export function asBeginning(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
