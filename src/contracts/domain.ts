import { z } from 'zod';
import type { Field, Zone } from '../core/field/field.ts';
import type { Move, RoutePlan } from '../core/route/moves.ts';
import { STARTING_SETUP, setupPaths, type Setup } from '../core/robot/setup.ts';

/** A name that people give: letters of every script, one line, never empty. */
export const nameSchema = z.string().trim().min(1, 'Give it a name.').max(80);
export const noteSchema = z.string().trim().max(2000);
export const idSchema = z.uuid();
/** Identifiers inside a document: unique there, short, and safe in file names. */
export const localIdSchema = z
  .string()
  .regex(/^[A-Za-z0-9_-]{1,40}$/, 'Use letters, digits, - or _.');

const finite = z.number();
const positive = z.number().positive();
const notNegative = z.number().nonnegative();
const chance = z.number().min(0).max(1);
const millimetres = z.number().min(-20000).max(20000);

export const pointSchema = z.strictObject({ x: millimetres, y: millimetres });
export const poseSchema = z.strictObject({ x: millimetres, y: millimetres, heading: finite });

export const setupSchema = z.strictObject({
  body: z.strictObject({
    ahead: notNegative,
    behind: notNegative,
    width: positive,
    toolX: millimetres,
    toolY: millimetres,
  }),
  drive: z.strictObject({
    wheelDiameter: positive,
    wheelRatio: z.number().min(0.5).max(2),
    track: positive,
    gearRatio: positive,
    encoderStep: notNegative,
    encoderWraps: z.boolean(),
  }),
  motor: z.strictObject({
    noLoadSpeed: positive,
    nominalVoltage: positive,
    lag: z.number().min(0.001).max(2),
    acceleration: positive,
    braking: positive,
  }),
  program: z.strictObject({
    loopPeriod: z.number().min(0.001).max(0.5),
    commandDelay: z.number().min(0).max(0.2),
    settle: z.number().min(0).max(5),
    headingGain: notNegative,
    encoderGain: notNegative,
  }),
  gyro: z.strictObject({
    scale: z.number().min(0.5).max(2),
    rightPositive: z.boolean(),
    latency: z.number().min(0).max(0.4),
    step: notNegative,
    noise: notNegative,
    bias: z.number().min(-1).max(1),
    biasSpread: notNegative,
    biasWalk: notNegative,
  }),
  range: z.strictObject({
    x: millimetres,
    y: millimetres,
    heading: finite,
    offset: millimetres,
    noise: notNegative,
    coneHalfAngle: z.number().min(0).max(1.5),
    latency: z.number().min(0).max(0.4),
    shortest: notNegative,
    longest: positive,
    dropoutChance: chance,
  }),
  light: z
    .strictObject({ dark: chance, light: chance, noise: chance, threshold: chance })
    // Setups from before the light bench do not have it.
    .default(STARTING_SETUP.light),
  battery: z.strictObject({ voltage: positive, voltageSpread: notNegative }),
  placement: z.strictObject({
    alongSpread: notNegative,
    acrossSpread: notNegative,
    headingSpread: notNegative,
  }),
  ground: z.strictObject({
    slip: notNegative,
    slipHeading: notNegative,
    bumpRate: notNegative,
    bumpHeading: notNegative,
  }),
}) satisfies z.ZodType<Setup>;

const SETUP_PATHS = new Set(setupPaths(STARTING_SETUP));

/** Where a number of a setup comes from; a path without a source is a starting value. */
export const sourceSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('typed') }),
  z.strictObject({ kind: z.literal('bench'), record: z.int().positive() }),
]);
export type Source = z.infer<typeof sourceSchema>;
export const sourcesSchema = z
  .record(z.string(), sourceSchema)
  .refine((sources) => Object.keys(sources).every((path) => SETUP_PATHS.has(path)), {
    error: 'A source is given for a number that a setup does not have.',
  });
export type Sources = z.infer<typeof sourcesSchema>;

export const zoneSchema = z.strictObject({
  target: poseSchema,
  shape: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('circle'), radius: positive }),
    z.strictObject({ kind: z.literal('polygon'), corners: z.array(pointSchema).min(3).max(60) }),
  ]),
  headingTolerance: z.number().positive().max(Math.PI).nullable(),
}) satisfies z.ZodType<Zone>;

export const fieldSchema = z
  .strictObject({
    width: z.number().min(100).max(20000),
    height: z.number().min(100).max(20000),
    border: z.boolean(),
    models: z
      .array(
        z.strictObject({
          id: localIdSchema,
          name: nameSchema,
          outline: z.array(pointSchema).min(3).max(200),
          zone: zoneSchema,
          points: z.number().min(-1000).max(1000),
          seen: z.boolean(),
        }),
      )
      .max(100),
    lines: z
      .array(
        z.strictObject({
          id: localIdSchema,
          name: nameSchema,
          points: z.array(pointSchema).min(2).max(200),
          width: positive,
        }),
      )
      .max(100),
    starts: z
      .array(z.strictObject({ id: localIdSchema, name: nameSchema, pose: poseSchema }))
      .min(1, 'A field needs a start place.')
      .max(20),
  })
  .refine((field) => [field.models, field.lines, field.starts].every((list) => distinctIds(list)), {
    error: 'Two things on the field have the same identifier.',
  }) satisfies z.ZodType<Field>;

const holdSchema = z.enum(['none', 'encoders', 'gyro']);
const angleSchema = z.number().min(-100).max(100);

export const moveSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    id: localIdSchema,
    kind: z.literal('drive'),
    distance: millimetres,
    speed: z.number().positive().max(5000),
    hold: holdSchema,
    heading: angleSchema.nullable(),
  }),
  z.strictObject({
    id: localIdSchema,
    kind: z.literal('turn'),
    target: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('heading'), heading: angleSchema }),
      z.strictObject({ kind: z.literal('angle'), angle: angleSchema }),
    ]),
    style: z.enum(['spot', 'pivot-left', 'pivot-right']),
    rate: z.number().positive().max(50),
    stopEarly: z.number().min(0).max(10).nullable(),
  }),
  z.strictObject({
    id: localIdSchema,
    kind: z.literal('approach'),
    distance: z.number().min(0).max(10000),
    speed: z.number().positive().max(5000),
    hold: holdSchema,
    heading: angleSchema.nullable(),
    timeLimit: z.number().positive().max(60),
  }),
]) satisfies z.ZodType<Move>;

export const planSchema = z
  .strictObject({
    startId: localIdSchema,
    moves: z.array(moveSchema).max(200),
    checkpoints: z
      .array(
        z.strictObject({
          id: localIdSchema,
          name: nameSchema,
          afterMoveId: localIdSchema,
          modelId: localIdSchema,
        }),
      )
      .max(50),
  })
  .refine((plan) => distinctIds(plan.moves) && distinctIds(plan.checkpoints), {
    error: 'Two moves or two checkpoints have the same identifier.',
  }) satisfies z.ZodType<RoutePlan>;

function distinctIds(list: readonly { id: string }[]): boolean {
  return new Set(list.map((item) => item.id)).size === list.length;
}
