import { z } from 'zod';
import { say } from '../language/say.ts';

/** A lone half of a surrogate pair is no character: it would not come back from any disk as it was. */
const wellFormed = (text: string) => text.toWellFormed();

/** One line or several of people's words, up to a length. */
export function textSchema(longest: number) {
  return z.string().overwrite(wellFormed).trim().max(longest);
}

/** A name that people give: letters of every script, one line, never empty. */
export const nameSchema = textSchema(80).min(1, { error: () => say`Give it a name.` });
export const noteSchema = textSchema(2000);
export const idSchema = z.uuid();
/** Identifiers inside a document: unique there, short, and safe in file names. */
export const localIdSchema = z
  .string()
  .regex(/^[A-Za-z0-9_-]{1,40}$/, { error: () => say`Use letters, digits, - or _.` });

/** What is counted from 1: revisions, setups, records. */
export const numberSchema = z.int().positive().max(1_000_000);
/** How often a thing was changed. */
export const versionSchema = z.int().nonnegative().max(1_000_000_000);

/** Times cross every boundary as ISO 8601 in UTC with milliseconds, in years that robots have seen. */
export const instantSchema = z.iso
  .datetime({ precision: 3 })
  .refine((text) => text >= '1990' && text < '2200', {
    get error() {
      return say`The year must be 1990 to 2199.`;
    },
  });

/**
 * A list whose length is looked at before its elements, and which is read up to the first element that is wrong: a
 * list of millions, or of thousands of faults, costs nobody time.
 */
export function listOf<T extends z.ZodType>(
  element: T,
  limits: { least?: number; most: number; tooShort?: string },
) {
  const { least = 0, most, tooShort } = limits;
  return z
    .array(z.unknown())
    .min(least, tooShort === undefined ? undefined : { error: tooShort })
    .max(most)
    .transform((list, context): z.output<T>[] => {
      const read: z.output<T>[] = [];
      for (const [i, value] of list.entries()) {
        const parsed = element.safeParse(value);
        if (!parsed.success) {
          const { message, path } = parsed.error.issues[0]!;
          context.issues.push({ code: 'custom', message, path: [i, ...path], input: value });
          return z.NEVER;
        }
        read.push(parsed.data);
      }
      return read;
    });
}

/** Whether no two things of a list have the same identifier. */
export function distinctIds(list: readonly { id: string }[]): boolean {
  return distinct(list.map((item) => item.id));
}

/** Whether every value of a list stands in it once. */
export function distinct(values: readonly (string | number)[]): boolean {
  return new Set(values).size === values.length;
}
