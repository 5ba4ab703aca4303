import { z } from 'zod';
import {
  CHANNELS,
  DEVICE_KINDS,
  DEVICE_ROLES,
  PLACE_KINDS,
  PROGRAM_LANGUAGES,
} from '../core/benches/ports.ts';
import { REMEDIES } from '../core/benches/remedies.ts';
import { chance, millimetres, positive } from '../core/schema/numbers.ts';
import { idSchema, listOf, noteSchema, textSchema } from '../core/schema/scalars.ts';

const angle = z.number().min(-1000).max(1000);

/** Results in any unit; what is larger comes from no bench. */
const finite = z.number().min(-1e9).max(1e9);
const notNegative = z.number().nonnegative().max(1e9);

/** Why a reading does not count; null when it does. The reading itself stays for ever. */
const struck = noteSchema.nullable();

/** Under what a bench was measured. */
const conditionsSchema = z.strictObject({
  battery: z.number().positive().max(100).nullable(),
  surface: textSchema(80),
  /** Which sensor, when there are several of a kind. */
  unit: textSchema(40).default(''),
});
export type Conditions = z.infer<typeof conditionsSchema>;

const estimateSchema = z.strictObject({
  value: finite,
  standardError: notNegative,
  low: finite,
  high: finite,
});

const portsBenchSchema = z.strictObject({
  kind: z.literal('ports'),
  language: z.enum(PROGRAM_LANGUAGES),
  devices: listOf(
    z.strictObject({
      kind: z.enum(DEVICE_KINDS),
      name: textSchema(40),
      place: z.enum(PLACE_KINDS),
      label: textSchema(20),
      unit: textSchema(20),
      // Lists from before there were roles say nothing of them.
      role: z.enum(DEVICE_ROLES).nullable().default(null),
      reversed: z.boolean().default(false),
      channel: z.enum(CHANNELS).nullable().default(null),
    }),
    { least: 1, most: 60 },
  ),
});

function trials<T extends z.core.$ZodLooseShape>(reading: T) {
  return listOf(z.strictObject({ ...reading, struck }), { least: 1, most: 2000 });
}

const wheelsBenchSchema = z.strictObject({
  kind: z.literal('wheels'),
  conditions: conditionsSchema,
  /** What the robot estimated of itself when it drove. */
  wheelDiameter: positive,
  track: positive,
  trials: trials({
    told: z.number().positive().max(20000),
    ahead: z.number().positive().max(20000),
    left: millimetres.nullable(),
  }),
});

const squareBenchSchema = z.strictObject({
  kind: z.literal('square'),
  conditions: conditionsSchema,
  by: z.enum(['encoders', 'gyro']),
  side: z.number().min(50).max(10000),
  track: positive,
  trials: trials({ way: z.enum(['left', 'right']), x: millimetres, y: millimetres }),
});

const trackBenchSchema = z.strictObject({
  kind: z.literal('track'),
  conditions: conditionsSchema,
  track: positive,
  trials: trials({ told: angle.refine((told) => told !== 0), measured: angle }),
});

const scaleBenchSchema = z.strictObject({
  kind: z.literal('scale'),
  conditions: conditionsSchema,
  trials: trials({
    way: z.enum(['left', 'right']),
    turns: z.int().min(1).max(100),
    reported: angle,
  }),
});

const turnBenchSchema = z.strictObject({
  kind: z.literal('turn'),
  style: z.enum(['spot', 'pivot-left', 'pivot-right']),
  conditions: conditionsSchema,
  trials: trials({
    trigger: z.number().positive().max(100),
    rate: z.number().positive().max(50),
    measured: z.number().nonnegative().max(100),
    way: z.enum(['left', 'right']).nullable().default(null),
  }),
});

const rangeBenchSchema = z.strictObject({
  kind: z.literal('range'),
  conditions: conditionsSchema,
  /** Whether the readings are volts. */
  analog: z.boolean(),
  /** Residual up to which a distance counts as useful, mm. */
  limit: z.number().positive().max(1000),
  trials: trials({
    unit: textSchema(40).min(1),
    tape: z.number().nonnegative().max(20000),
    reading: millimetres,
    incidence: z.number().min(-1.5).max(1.5),
  }),
});

const lightBenchSchema = z.strictObject({
  kind: z.literal('light'),
  conditions: conditionsSchema,
  /** Where it was measured, such as home or the venue. */
  place: textSchema(80),
  /** Width of the line to be found, mm. */
  lineWidth: z.number().positive().max(1000),
  trials: trials({ surface: z.enum(['dark', 'light']), value: chance }),
});

const colourBenchSchema = z.strictObject({
  kind: z.literal('colour'),
  conditions: conditionsSchema,
  trials: trials({
    name: textSchema(40).min(1),
    red: chance,
    green: chance,
    blue: chance,
  }),
});

/** What was tried on a gyro just before it was checked. */
const triedSchema = z.strictObject({
  remedy: z.enum(REMEDIES),
  seconds: z.number().nonnegative().max(3600),
});
export type Tried = z.infer<typeof triedSchema>;

const fitnessSchema = z.enum(['fit', 'not fit', 'cannot tell']);

/** A gyro at rest. The readings are telemetry; the result is kept beside them for lists. */
const restBenchSchema = z.strictObject({
  kind: z.literal('rest'),
  conditions: conditionsSchema,
  telemetry: idSchema,
  /** How the sensor counted. */
  rightPositive: z.boolean(),
  tried: triedSchema.nullable(),
  found: z.strictObject({
    bias: estimateSchema,
    stillFor: notNegative,
    lasted: notNegative,
    samples: z.int().nonnegative().max(1e9),
    lost: z.int().nonnegative().max(1e9),
    step: notNegative,
    noise: notNegative,
    moved: listOf(z.strictObject({ from: finite, to: finite }), { most: 1000 }),
    randomWalk: finite.nullable(),
    biasInstability: finite.nullable(),
  }),
  /** Against what it was judged: the route by name, and the dearest checkpoint. */
  against: z
    .strictObject({
      route: textSchema(80),
      checkpoint: textSchema(80),
      cost: notNegative,
      budget: notNegative,
    })
    .nullable(),
  fitness: fitnessSchema,
  sentence: textSchema(200),
});

/** Loop period and latency. The readings are telemetry; the result is kept beside them for lists. */
const delaysBenchSchema = z.strictObject({
  kind: z.literal('delays'),
  conditions: conditionsSchema,
  telemetry: idSchema,
  rightPositive: z.boolean(),
  found: z.strictObject({
    period: estimateSchema,
    jitter: notNegative,
    longestGap: notNegative,
    latency: estimateSchema.nullable(),
    samples: z.int().nonnegative().max(1e9),
  }),
});

/** The raw readings of one bench, with its conditions. */
export const benchSchema = z.discriminatedUnion('kind', [
  portsBenchSchema,
  wheelsBenchSchema,
  squareBenchSchema,
  trackBenchSchema,
  restBenchSchema,
  scaleBenchSchema,
  turnBenchSchema,
  rangeBenchSchema,
  lightBenchSchema,
  colourBenchSchema,
  delaysBenchSchema,
]);
export type Bench = z.infer<typeof benchSchema>;
export type BenchKind = Bench['kind'];
export type BenchOf<K extends BenchKind> = Extract<Bench, { kind: K }>;

export const benchCreateSchema = z.strictObject({ id: idSchema, bench: benchSchema });
export interface BenchRecord<B extends Bench = Bench> {
  id: string;
  robotId: string;
  /** Counted per robot; the number by which a setup names its source. */
  number: number;
  bench: B;
  createdAt: string;
}

/** The records of one kind, in the order in which they came. */
export function recordsOf<K extends BenchKind>(
  records: readonly BenchRecord[],
  kind: K,
): BenchRecord<BenchOf<K>>[] {
  return records.filter((record): record is BenchRecord<BenchOf<K>> => record.bench.kind === kind);
}

/** The readings that count. */
export function counted<T extends { struck: string | null }>(readings: readonly T[]): T[] {
  return readings.filter((reading) => reading.struck === null);
}
