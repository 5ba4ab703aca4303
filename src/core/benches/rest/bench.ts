import { z } from 'zod';
import { idSchema, listOf, textSchema } from '../../schema/scalars.ts';
import {
  conditionsSchema,
  defineBench,
  estimateSchema,
  resultNumber,
  resultSize,
} from '../definition.ts';
import { REMEDIES } from './remedies.ts';
import { say } from '../../language/say.ts';

/** What was tried on a gyro just before it was checked. */
const triedSchema = z.strictObject({
  remedy: z.enum(REMEDIES),
  seconds: z.number().nonnegative().max(3600),
});
export type Tried = z.infer<typeof triedSchema>;

/** A gyro at rest. The readings are telemetry; the result is kept beside them for lists. */
export const restBench = defineBench({
  kind: 'rest',
  get name() {
    return say`Gyro at rest`;
  },
  get measures() {
    return say`Gyro at rest`;
  },
  members: {
    conditions: conditionsSchema,
    telemetry: idSchema,
    /** How the sensor counted. */
    rightPositive: z.boolean(),
    tried: triedSchema.nullable(),
    found: z.strictObject({
      bias: estimateSchema,
      stillFor: resultSize,
      lasted: resultSize,
      samples: z.int().nonnegative().max(1e9),
      lost: z.int().nonnegative().max(1e9),
      step: resultSize,
      noise: resultSize,
      moved: listOf(z.strictObject({ from: resultNumber, to: resultNumber }), { most: 1000 }),
      randomWalk: resultNumber.nullable(),
      biasInstability: resultNumber.nullable(),
    }),
    /** Against what it was judged: the route by name, and the dearest checkpoint. */
    against: z
      .strictObject({
        route: textSchema(80),
        checkpoint: textSchema(80),
        cost: resultSize,
        budget: resultSize,
      })
      .nullable(),
    fitness: z.enum(['fit', 'not fit', 'cannot tell']),
    sentence: textSchema(200),
  },
});
