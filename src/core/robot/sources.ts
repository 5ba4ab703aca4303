import { z } from 'zod';
import { numberSchema } from '../schema/scalars.ts';
import { SETUP_PATHS } from './parameters.ts';
import { say } from '../language/say.ts';

/** Numbers have a source each, the colours one for all. */
const SOURCED = new Set([...SETUP_PATHS, 'colours']);

/** How well a number is known, where its source says it. */
const precision = {
  /**
   * Standard deviation in the number's unit, or as a share of it where that is how it is told; that of the normal
   * distribution with the same 95 % interval as the estimate, so that few trials count as few.
   */
  spread: z.number().nonnegative().max(1e9).optional(),
  /** Correlation with the errors of other numbers of the setup, by path. */
  correlations: z
    .record(z.string(), z.number().min(-1).max(1))
    .refine((all) => Object.keys(all).every((path) => SOURCED.has(path)), {
      get error() {
        return say`A correlation is given with a number that a setup does not have.`;
      },
    })
    .optional(),
};

/** Where a number of a setup comes from; a path without a source is a starting value. */
export const sourceSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('typed') }),
  z.strictObject({ kind: z.literal('bench'), record: numberSchema, ...precision }),
  // Fitted to so many runs that were logged.
  z.strictObject({ kind: z.literal('runs'), runs: numberSchema, ...precision }),
]);
export type Source = z.infer<typeof sourceSchema>;
export const sourcesSchema = z
  .record(z.string(), sourceSchema)
  .refine((sources) => Object.keys(sources).every((path) => SOURCED.has(path)), {
    get error() {
      return say`A source is given for a number that a setup does not have.`;
    },
  });
export type Sources = z.infer<typeof sourcesSchema>;

/** The sources after some numbers got new ones: what the others had in common with their old values is gone. */
export function withSources(sources: Sources, changed: Sources): Sources {
  const kept = Object.entries(sources).flatMap(([path, source]): [string, Source][] => {
    if (path in changed) return [];
    if (source.kind === 'typed' || source.correlations === undefined) return [[path, source]];
    const correlations = Object.fromEntries(
      Object.entries(source.correlations).filter(([other]) => !(other in changed)),
    );
    return [[path, { ...source, correlations }]];
  });
  return { ...Object.fromEntries(kept), ...changed };
}
