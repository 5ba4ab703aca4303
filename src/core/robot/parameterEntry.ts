import { z } from 'zod';
import type { QuantityKind } from '../mathematics/quantity.ts';

/** A number of the robot: all that is known of it beside its value. */
export interface NumberEntry {
  /** In coach's words, and how it is shown. */
  label: string;
  kind: QuantityKind;
  digits: number;
  /** The value of a new robot. */
  start: number;
  limits: z.ZodType<number>;
  /** Whether setups may lack it, because they are from before it was known. */
  later: boolean;
}

/** A switch of the robot; where it is drawn, it has words of its own. */
export interface SwitchEntry {
  start: boolean;
  limits: z.ZodType<boolean>;
  later: boolean;
}

type Entries = Readonly<Record<string, NumberEntry | SwitchEntry>>;

/** The values of a group of entries. */
export type ValuesOf<E> = {
  -readonly [Name in keyof E]: E[Name] extends SwitchEntry ? boolean : number;
};

export function number(
  label: string,
  kind: QuantityKind,
  start: number,
  limits: z.ZodType<number>,
  { digits = 1, later = false }: { digits?: number; later?: boolean } = {},
): NumberEntry {
  return { label, kind, digits, start, limits, later };
}

export function toggle(start: boolean): SwitchEntry {
  return { start, limits: z.boolean(), later: false };
}

/** Numbers that belong together, such as those of one sensor. */
export function group<const E extends Entries>(
  title: string,
  entries: E,
  { later = false }: { later?: boolean } = {},
) {
  return { title, entries, later };
}

/** The schema of a group's values. */
export function schemaOf(entries: Entries) {
  return z.strictObject(
    Object.fromEntries(
      Object.entries(entries).map(([name, { limits, start, later }]) => [
        name,
        later ? (limits as z.ZodType<number | boolean>).default(start) : limits,
      ]),
    ),
  );
}
