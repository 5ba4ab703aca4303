import { z } from 'zod';

/** No quantity of a small robot is larger than this in its unit. */
const LARGEST = 1e6;
export const finite = z.number().min(-LARGEST).max(LARGEST);
export const positive = z.number().positive().max(LARGEST);
export const notNegative = z.number().nonnegative().max(LARGEST);
/** A share of 1. */
export const chance = z.number().min(0).max(1);
/** A length or place on a table. */
export const millimetres = z.number().min(-20000).max(20000);

/** A number between two, both included. */
export function from(least: number, most: number) {
  return z.number().min(least).max(most);
}
