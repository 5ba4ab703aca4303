import { createHash, randomBytes, randomInt } from 'node:crypto';
import { wordlist } from '@scure/bip39/wordlists/english.js';

// Four letters of each tell it from all others, so a slip of one letter makes no other word.
const WORDS = wordlist.filter((word) => word.length <= 5);

/** Three short words: about 30 bits, for ten minutes and few guesses. */
export function newWord(): string {
  return Array.from({ length: 3 }, () => WORDS[randomInt(WORDS.length)]!).join('-');
}

/** A word as it is compared: whatever stands between its parts, and in whatever case. */
export function plainWord(typed: string): string {
  return typed
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter((part) => part !== '')
    .join('-');
}

/** What a device shows from now on: nobody guesses it. */
export function newSecret(): string {
  return randomBytes(32).toString('base64url');
}

/** Of secrets only this is kept: whoever reads the database cannot use them. */
export function hashOfSecret(secret: string): string {
  return createHash('sha256').update(secret).digest('hex');
}
