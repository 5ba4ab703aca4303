import { z } from 'zod';
import { idSchema } from '../../schema/scalars.ts';
import { conditionsSchema, defineBench, estimateSchema, resultSize } from '../definition.ts';
import { say } from '../../language/say.ts';

/** Loop period and latency. The readings are telemetry; the result is kept beside them for lists. */
export const delaysBench = defineBench({
  kind: 'delays',
  get name() {
    return say`Delays`;
  },
  get measures() {
    return say`Delays from a log`;
  },
  members: {
    conditions: conditionsSchema,
    telemetry: idSchema,
    rightPositive: z.boolean(),
    found: z.strictObject({
      period: estimateSchema,
      jitter: resultSize,
      longestGap: resultSize,
      latency: estimateSchema.nullable(),
      samples: z.int().nonnegative().max(1e9),
    }),
  },
});
