import { z } from 'zod';
import { LENGTH_UNITS, USUAL_CONVENTIONS, type Conventions } from '../core/language/conventions.ts';

/** What a team chose for all its devices. A choice that is from before it could be made is the usual one. */
export const teamSchema: z.ZodType<Conventions> = z.strictObject({
  length: z.enum(LENGTH_UNITS).default(USUAL_CONVENTIONS.length),
  positive: z.enum(['robot', 'right', 'left']).default(USUAL_CONVENTIONS.positive),
  motor: z.enum(['degrees', 'rotations']).default(USUAL_CONVENTIONS.motor),
  language: z
    .string()
    .regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/)
    .default(USUAL_CONVENTIONS.language),
});

/** Whether photos of runs stay on this machine and in no file that is taken out. */
export const photoRuleSchema = z.strictObject({ photosStay: z.boolean() });

/** A language that a team can choose. */
export interface LanguageChoice {
  language: string;
  /** What its speakers call it. */
  name: string;
  /** Sentences that are still in English, and how many there are. */
  missing: number;
  of: number;
}
