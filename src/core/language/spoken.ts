import { conventions } from './conventions.ts';

/** The language in which the screens are written; its words are the keys of the message files. */
export const ENGLISH = 'en';

/** A language as it is spoken here. */
export interface Spoken {
  /** Its tag, as in “de” or “pt-BR”. */
  language: string;
  /** What stands before a number’s decimals, and between its thousands. */
  decimal: string;
  thousands: string;
  /**
   * A message in this language, with its values; null when the file lacks it. Absent for English, whose messages say
   * themselves.
   */
  translate: ((message: string, values: readonly unknown[]) => string | null) | null;
}

const PLAIN: Spoken = { language: ENGLISH, decimal: '.', thousands: ',', translate: null };

let known: (language: string) => Spoken | null = () => null;

/**
 * Says where languages come from: on the server from the message files, in a browser and its workers from what the
 * server sent with the page. A language that is not known is English.
 */
export function provideLanguages(next: (language: string) => Spoken | null): void {
  known = next;
}

/** The language of whoever reads what is written now. */
export function spoken(): Spoken {
  const { language } = conventions();
  return language === ENGLISH ? PLAIN : (known(language) ?? PLAIN);
}
