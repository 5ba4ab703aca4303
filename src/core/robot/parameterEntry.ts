import { z } from 'zod';
import type { QuantityKind } from '../mathematics/quantity.ts';

/** How far a number that nobody measured on a bench may be from the truth: one standard deviation. */
export interface Unsure {
  /** Of a starting value: what robots of this kind have. Of a typed one: what a ruler or a data sheet leaves open. */
  start: number;
  typed: number;
  /** Whether these are shares of the value, as for spreads, of which nobody knows more than the order of size. */
  share: boolean;
}

/** In the number's own unit. */
export function amount(start: number, typed: number): Unsure {
  return { start, typed, share: false };
}

/** As shares of the number. */
export function share(start: number, typed: number): Unsure {
  return { start, typed, share: true };
}

/** A number of the robot: all that is known of it beside its value. */
export interface NumberEntry {
  /** In coach's words, and how it is shown. */
  label: string;
  kind: QuantityKind;
  digits: number;
  /** The value of a new robot. */
  start: number;
  limits: z.ZodType<number>;
  /** Null of what is known exactly, or chosen. */
  unsure: Unsure | null;
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
  label: () => string,
  kind: QuantityKind,
  start: number,
  limits: z.ZodType<number>,
  {
    digits = 1,
    later = false,
    unsure = null,
  }: { digits?: number; later?: boolean; unsure?: Unsure | null } = {},
): NumberEntry {
  return {
    get label() {
      return label();
    },
    kind,
    digits,
    start,
    limits,
    unsure,
    later,
  };
}

export function toggle(start: boolean): SwitchEntry {
  return { start, limits: z.boolean(), later: false };
}

/** Numbers that belong together, such as those of one sensor. */
export function group<const E extends Entries>(
  title: () => string,
  entries: E,
  { later = false }: { later?: boolean } = {},
) {
  return {
    get title() {
      return title();
    },
    entries,
    later,
  };
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
