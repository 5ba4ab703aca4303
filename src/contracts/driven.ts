import { z } from 'zod';
import { fieldSchema } from '../core/field/schema.ts';
import { planSchema } from '../core/route/planSchema.ts';
import { idSchema } from '../core/schema/scalars.ts';
import { seenRunSchema } from '../core/telemetry/seenRun.ts';
import { runSchema } from './practices.ts';

/** A revision that was driven with a robot's newest setup, and the runs that count, with what a camera saw of them. */
export const drivenPlanSchema = z.object({
  routeId: idSchema,
  route: z.string(),
  revision: z.number(),
  plan: planSchema,
  field: fieldSchema,
  runs: z.array(runSchema.extend({ seen: seenRunSchema.nullable() })),
});
export type DrivenRevision = z.output<typeof drivenPlanSchema>;
