import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { compileMessage } from '@lingui/message-utils/compileMessage';
import { z } from 'zod';
import type { LanguageChoice } from '../contracts/team.ts';
import { placesOf } from '../core/language/messagePlaces.ts';
import { ENGLISH, provideLanguages, type Spoken } from '../core/language/spoken.ts';
import { spokenBy, type Catalogue } from '../core/language/translation.ts';
import { log } from './log.ts';

const fileSchema = z.record(z.string(), z.string());

/** Where message files lie: those that come with Corvat, and the team’s own beside its data, which go first. */
function folders(): string[] {
  const own = process.env['CORVAT_LANGUAGES'];
  const shipped = join(process.env['CORVAT_ROOT'] ?? process.cwd(), 'languages');
  return own === undefined ? [shipped] : [own, shipped];
}

/** The files by their languages, as they lay when Corvat was started. */
let files: Map<string, string> | null = null;

function messageFiles(): Map<string, string> {
  if (files !== null) return files;
  files = new Map();
  for (const folder of folders()) {
    for (const file of namesIn(folder)) {
      const language = /^([a-z]{2,3}(?:-[A-Za-z0-9]{2,8})*)\.json$/.exec(file)?.[1];
      if (language !== undefined && !files.has(language)) files.set(language, join(folder, file));
    }
  }
  return files;
}

function namesIn(folder: string): string[] {
  try {
    return readdirSync(folder).toSorted();
  } catch {
    // A team without files of its own has no such folder.
    return [];
  }
}

/** The messages of a language; none when its file cannot be read, which the log says. */
function messagesOf(language: string): Record<string, string> {
  const path = messageFiles().get(language);
  if (path === undefined) return {};
  try {
    return fileSchema.parse(JSON.parse(readFileSync(path, 'utf8')));
  } catch (error) {
    log.error({ error, path }, 'a message file cannot be read');
    return {};
  }
}

/** Whether Corvat can be read in a language. */
export function isKnown(language: string): boolean {
  return language === ENGLISH || messageFiles().has(language);
}

/** A language that was made ready: what a page gets of it, from where, and what speaks it here. */
interface Ready {
  catalogue: Catalogue;
  address: string;
  spoken: Spoken;
}

const made = new Map<string, Ready>();

/** Makes a language ready when it is first wanted; null when there is no file of it. */
function ready(language: string): Ready | null {
  if (language === ENGLISH || !messageFiles().has(language)) return null;
  let own = made.get(language);
  if (own === undefined) {
    const catalogue = { language, ...marksOf(language), messages: compiledOf(language) };
    const mark = createHash('sha256').update(JSON.stringify(catalogue)).digest('hex').slice(0, 12);
    const address = `/api/v1/languages/${language}?of=${mark}`;
    own = { catalogue, address, spoken: spokenBy(catalogue) };
    made.set(language, own);
  }
  return own;
}

function compiledOf(language: string): Catalogue['messages'] {
  return Object.fromEntries(
    Object.entries(messagesOf(language)).flatMap(([message, text]) => {
      const compiled = compileMessage(text);
      if (placesOf(compiled).join() === placesOf(compileMessage(message)).join()) {
        return text === '' ? [] : [[message, compiled]];
      }
      // One slip costs one sentence, which stays English, and not the language.
      log.warn({ language, message }, 'a message has other places than its sentence');
      return [];
    }),
  );
}

/** A language as a page gets it; null when there is no file of it. */
export function catalogueOf(language: string): Catalogue | null {
  return ready(language)?.catalogue ?? null;
}

/** Where a page gets the words of its language, by another address when they change; none for English. */
export function wordsAddress(language: string): string | undefined {
  return ready(language)?.address;
}

/** What a language writes before decimals and between thousands. */
function marksOf(language: string): Pick<Catalogue, 'decimal' | 'thousands'> {
  const parts = new Intl.NumberFormat(language).formatToParts(-1_234_567.8);
  const mark = (type: string) => parts.find((part) => part.type === type)?.value;
  return { decimal: mark('decimal') ?? '.', thousands: mark('group') ?? ' ' };
}

/** English, and every language of which there is a file. */
export function languages(): LanguageChoice[] {
  const all = Object.keys(messagesOf(ENGLISH));
  const others = [...messageFiles().keys()].filter((language) => language !== ENGLISH);
  return [ENGLISH, ...others].map((language) => ({
    language,
    name: nameOf(language),
    missing:
      language === ENGLISH
        ? 0
        : all.filter((message) => !(message in catalogueOf(language)!.messages)).length,
    of: all.length,
  }));
}

function nameOf(language: string): string {
  const name = new Intl.DisplayNames([language], { type: 'language' }).of(language) ?? language;
  return name[0]!.toLocaleUpperCase(language) + name.slice(1);
}

provideLanguages((language) => ready(language)?.spoken ?? null);
