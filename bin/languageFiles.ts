/** The message files, and what is wrong with them. */
import { readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { compileMessage } from '@lingui/message-utils/compileMessage';
import { placesOf } from '../src/core/language/messagePlaces.ts';

/** Where the message files lie, with a slash at the end. */
export const LANGUAGES = fileURLToPath(new URL('../languages/', import.meta.url));

/** The files of all languages but English, by the alphabet. */
export function languageFiles(): string[] {
  return readdirSync(LANGUAGES)
    .filter((name) => name.endsWith('.json') && name !== 'en.json')
    .toSorted();
}

/** What is wrong with a message file: sentences that it lacks or has too many, and those that would not come out whole. */
export function languageFaults(
  file: Readonly<Record<string, string>>,
  messages: readonly string[],
): string[] {
  const known = new Set(messages);
  return [
    ...messages.flatMap((message) => {
      const text = file[message];
      if (text === undefined || text === '') return [`missing: ${message}`];
      const fault = textFault(text, message);
      return fault === null ? [] : [`${fault}: ${message}`];
    }),
    ...Object.keys(file).flatMap((message) => (known.has(message) ? [] : [`not used: ${message}`])),
  ];
}

/** Why a translation would not come out whole, or null. */
function textFault(text: string, message: string): string | null {
  const [wanted, given] = [message, text].map((one) => placesOf(compileMessage(one)).join(', '));
  return wanted === given
    ? null
    : `has the places ${given === '' ? 'none' : given} instead of ${wanted}`;
}
