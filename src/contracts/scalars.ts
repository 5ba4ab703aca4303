import { z } from 'zod';

/** A name that people give: letters of every script, one line, never empty. */
export const nameSchema = z.string().trim().min(1, 'Give it a name.').max(80);
export const noteSchema = z.string().trim().max(2000);
export const idSchema = z.uuid();
/** Identifiers inside a document: unique there, short, and safe in file names. */
export const localIdSchema = z
  .string()
  .regex(/^[A-Za-z0-9_-]{1,40}$/, 'Use letters, digits, - or _.');

/** Whether no two things of a list have the same identifier. */
export function distinctIds(list: readonly { id: string }[]): boolean {
  return new Set(list.map((item) => item.id)).size === list.length;
}
