import { spoken } from './spoken.ts';

/** A word or a sentence that depends on how many there are. */
export interface Plural {
  count: number;
  one: string;
  other: string;
}

/**
 * Words by number, for a place in a sentence of {@link say}; `#` in them is the number. A translator sees both forms
 * and writes as many as the language has.
 */
export function plural(count: number, one: string, other: string): Plural {
  return { count, one, other };
}

export function isPlural(value: unknown): value is Plural {
  return typeof value === 'object' && value !== null && 'one' in value && 'other' in value;
}

/** Braces are places for values in a message; those of the text itself stand in quotes. */
function quoted(text: string): string {
  return text.replace(/[{}]/g, "'$&'");
}

/**
 * The message under which the files keep a sentence, in the form of ICU: “Turn {0} by {1}”.
 *
 * @param formsOf the forms of a place that depends on a number, null of any other
 */
export function messageOf(
  parts: readonly string[],
  formsOf: (place: number) => Pick<Plural, 'one' | 'other'> | null,
): string {
  return parts
    .map((part, i) => {
      if (i === 0) return quoted(part);
      const forms = formsOf(i - 1);
      const place =
        forms === null
          ? `{${i - 1}}`
          : `{${i - 1}, plural, one {${quoted(forms.one)}} other {${quoted(forms.other)}}}`;
      return place + quoted(part);
    })
    .join('');
}

/** A place’s forms never change, so each place of the code asks for its message once. */
const messages = new WeakMap<readonly string[], string>();

/**
 * A sentence in the reader’s language, or null when it stands as it is written: in English, and where a language lacks
 * it.
 */
export function translated(parts: readonly string[], values: readonly unknown[]): string | null {
  const { translate } = spoken();
  if (translate === null) return null;
  let message = messages.get(parts);
  if (message === undefined) {
    message = messageOf(parts, (place) => {
      const value = values[place];
      return isPlural(value) ? value : null;
    });
    messages.set(parts, message);
  }
  return translate(
    message,
    values.map((value) => (isPlural(value) ? value.count : value)),
  );
}

/** A value as it stands in an English sentence. */
export function inEnglish<T>(value: T | Plural): T | string {
  if (!isPlural(value)) return value;
  return (value.count === 1 ? value.one : value.other).replaceAll('#', String(value.count));
}

/**
 * Every sentence that people read is written as say`…`: in English where it stands, and in the reader’s language by the
 * message files. Never joined from parts that a translator could not put into another order.
 */
export function say(
  parts: TemplateStringsArray,
  ...values: readonly (string | number | Plural)[]
): string {
  return (
    translated(parts, values) ??
    parts.map((part, i) => (i === 0 ? part : `${inEnglish(values[i - 1]!)}${part}`)).join('')
  );
}
