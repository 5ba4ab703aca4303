import { z } from 'zod';
import { REMEDIES } from '../benches/rest/remedies.ts';
import { fieldSchema } from '../field/schema.ts';
import { planSchema } from '../route/planSchema.ts';
import { textSchema } from '../schema/scalars.ts';

const way = z.enum(['left', 'right']);
const speed = z.number().min(20).max(1000);

/** What the practice robot can be told to do. Lengths in mm, angles in rad, times in s. */
export const practiceCommandSchema = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('rest'), seconds: z.number().min(0.1).max(900) }),
  /** Power off and on; a hub that is touched meanwhile learns a wrong zero. */
  z.strictObject({ do: z.literal('boot'), touched: z.boolean() }),
  z.strictObject({ do: z.literal('remedy'), remedy: z.enum(REMEDIES) }),
  /** A pack is put in: a full one, or one of this voltage. */
  z.strictObject({ do: z.literal('charge'), voltage: z.number().min(1).max(100).optional() }),
  /** Somebody leans on the table. */
  z.strictObject({ do: z.literal('nudge') }),
  /** Whole turns by hand against a mark. */
  z.strictObject({ do: z.literal('spin'), turns: z.int().min(1).max(20), way }),
  /** Straight on by the motors' degrees. */
  z.strictObject({ do: z.literal('drive'), distance: z.number().min(50).max(5000), speed }),
  /** Straight on by the program: full power until the brake, then as far as it rolls. */
  z.strictObject({ do: z.literal('straight'), distance: z.number().min(50).max(5000), speed }),
  /** Turn on the spot by the motors' degrees; left is positive. */
  z.strictObject({ do: z.literal('turn by motors'), angle: z.number().min(-100).max(100) }),
  /** Turn until the gyro passes the trigger; left is positive. */
  z.strictObject({
    do: z.literal('turn by gyro'),
    trigger: z.number().min(-50).max(50),
    rate: z.number().min(0.2).max(10),
    style: z.enum(['spot', 'pivot-left', 'pivot-right']),
  }),
  z.strictObject({
    do: z.literal('square'),
    side: z.number().min(200).max(3000),
    way,
    by: z.enum(['encoders', 'gyro']),
  }),
  /** Put down at a distance from a wall, by the tape. */
  z.strictObject({
    do: z.literal('tape'),
    distance: z.number().min(10).max(5000),
    incidence: z.number().min(-1.2).max(1.2),
  }),
  z.strictObject({
    do: z.literal('over'),
    surface: z.enum(['dark', 'light']),
    samples: z.int().min(1).max(200),
  }),
  z.strictObject({
    do: z.literal('patch'),
    name: textSchema(40).min(1),
    samples: z.int().min(1).max(200),
  }),
  /** Drive a route on its field, from its start place. */
  z.strictObject({ do: z.literal('route'), plan: planSchema, field: fieldSchema }),
  /** Turn to and fro. */
  z.strictObject({ do: z.literal('wiggle'), seconds: z.number().min(1).max(120) }),
]);
export type PracticeCommand = z.output<typeof practiceCommandSchema>;
