import { z } from 'zod';
import { fieldSchema } from '../core/field/schema.ts';
import { planSchema } from '../core/route/planSchema.ts';
import { idSchema } from '../core/schema/scalars.ts';
import { runSchema } from './practices.ts';

/** A revision that was driven with a robot's newest setup, and the runs that count. */
export const drivenPlanSchema = z.object({
  routeId: idSchema,
  route: z.string(),
  revision: z.number(),
  plan: planSchema,
  field: fieldSchema,
  runs: z.array(runSchema),
});
export type DrivenRevision = z.output<typeof drivenPlanSchema>;
