/**
 * `npm run languages`: writes languages/en.json, which holds every sentence of the screens and is where a translator
 * begins, and says what the other files lack. A file with a fault makes the command fail.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { languageFaults, languageFiles, LANGUAGES } from './languageFiles.ts';
import { messagesOfSource } from './messages.ts';

const messages = messagesOfSource();
const english = Object.fromEntries(messages.map((message) => [message, message]));
writeFileSync(`${LANGUAGES}en.json`, `${JSON.stringify(english, null, 2)}\n`);
process.stdout.write(`languages/en.json: ${messages.length} sentences\n`);
for (const file of languageFiles()) {
  const texts = JSON.parse(readFileSync(LANGUAGES + file, 'utf8')) as Record<string, string>;
  const faults = languageFaults(texts, messages);
  if (faults.length > 0) process.exitCode = 1;
  const state = faults.length === 0 ? 'complete' : `${faults.length} faults`;
  process.stdout.write([`languages/${file}: ${state}`, ...faults, ''].join('\n'));
}
