import { setupI18n, type Messages } from '@lingui/core';
import type { Spoken } from './spoken.ts';

/** A language’s file, made ready: what a browser gets of it. */
export interface Catalogue {
  language: string;
  decimal: string;
  thousands: string;
  messages: Messages;
}

/** Speaks by a catalogue. */
export function spokenBy({ language, decimal, thousands, messages }: Catalogue): Spoken {
  const translator = setupI18n({ locale: language, messages: { [language]: messages } });
  return {
    language,
    decimal,
    thousands,
    translate: (message, values) =>
      Object.hasOwn(messages, message) ? translator._(message, { ...values }) : null,
  };
}
