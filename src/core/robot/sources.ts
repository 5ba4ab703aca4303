import { z } from 'zod';
import { numberSchema } from '../schema/scalars.ts';
import { SETUP_PATHS } from './parameters.ts';

/** Numbers have a source each, the colours one for all. */
const SOURCED = new Set([...SETUP_PATHS, 'colours']);

/** Where a number of a setup comes from; a path without a source is a starting value. */
export const sourceSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('typed') }),
  z.strictObject({ kind: z.literal('bench'), record: numberSchema }),
  // Fitted to so many runs that were logged.
  z.strictObject({ kind: z.literal('runs'), runs: numberSchema }),
]);
export type Source = z.infer<typeof sourceSchema>;
export const sourcesSchema = z
  .record(z.string(), sourceSchema)
  .refine((sources) => Object.keys(sources).every((path) => SOURCED.has(path)), {
    error: 'A source is given for a number that a setup does not have.',
  });
export type Sources = z.infer<typeof sourcesSchema>;
