import { z } from 'zod';
import type { Field, Zone } from '../core/field/field.ts';
import { STARTING_SETUP, setupPaths, type RobotParameters } from '../core/robot/parameters.ts';
import {
  distinctIds,
  listOf,
  localIdSchema,
  nameSchema,
  numberSchema,
} from '../core/schema/scalars.ts';

export { idSchema } from '../core/schema/scalars.ts';

/** No quantity of a small robot is larger than this in its unit. */
const LARGEST = 1e6;
const finite = z.number().min(-LARGEST).max(LARGEST);
const positive = z.number().positive().max(LARGEST);
const notNegative = z.number().nonnegative().max(LARGEST);
const chance = z.number().min(0).max(1);
const millimetres = z.number().min(-20000).max(20000);

const pointSchema = z.strictObject({ x: millimetres, y: millimetres });
const poseSchema = z.strictObject({ x: millimetres, y: millimetres, heading: finite });

const rangeSensorSchema = z.strictObject({
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
});

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
    coasting: positive.default(STARTING_SETUP.motor.coasting),
  }),
  program: z.strictObject({
    loopPeriod: z.number().min(0.001).max(0.5),
    commandDelay: z.number().min(0).max(0.2),
    settle: z.number().min(0).max(5),
    gyroWait: z.number().min(0).max(60).default(STARTING_SETUP.program.gyroWait),
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
  range: rangeSensorSchema,
  // Setups from before a group or number was known get the starting values.
  rangeSide: rangeSensorSchema.default(STARTING_SETUP.rangeSide),
  light: z
    .strictObject({
      dark: chance,
      light: chance,
      noise: chance,
      threshold: chance,
      firstX: millimetres.default(STARTING_SETUP.light.firstX),
      firstY: millimetres.default(STARTING_SETUP.light.firstY),
      secondX: millimetres.default(STARTING_SETUP.light.secondX),
      secondY: millimetres.default(STARTING_SETUP.light.secondY),
      spot: positive.default(STARTING_SETUP.light.spot),
    })
    .default(STARTING_SETUP.light),
  touch: z.strictObject({ behind: z.boolean() }).default(STARTING_SETUP.touch),
  arm: z
    .strictObject({ noLoadSpeed: positive, lowest: finite, highest: finite })
    .default(STARTING_SETUP.arm),
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
  contact: z
    .strictObject({ headingSpread: notNegative, distanceSpread: notNegative })
    .default(STARTING_SETUP.contact),
}) satisfies z.ZodType<RobotParameters>;

const SETUP_PATHS = new Set(setupPaths(STARTING_SETUP));

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
  .refine((sources) => Object.keys(sources).every((path) => SETUP_PATHS.has(path)), {
    error: 'A source is given for a number that a setup does not have.',
  });
export type Sources = z.infer<typeof sourcesSchema>;

export const zoneSchema = z.strictObject({
  target: poseSchema,
  shape: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('circle'), radius: positive }),
    z.strictObject({
      kind: z.literal('polygon'),
      corners: listOf(pointSchema, { least: 3, most: 60 }),
    }),
  ]),
  headingTolerance: z.number().positive().max(Math.PI).nullable(),
}) satisfies z.ZodType<Zone>;

export const fieldSchema = z
  .strictObject({
    width: z.number().min(100).max(20000),
    height: z.number().min(100).max(20000),
    border: z.boolean(),
    matchSeconds: z.number().positive().max(3600).nullable().default(null),
    models: listOf(
      z.strictObject({
        id: localIdSchema,
        name: nameSchema,
        outline: listOf(pointSchema, { least: 3, most: 200 }),
        zone: zoneSchema,
        points: z.number().min(-1000).max(1000),
        seen: z.boolean(),
      }),
      { most: 100 },
    ),
    // Fields from before there were walls and pictures have none, and their lines are dark.
    walls: listOf(
      z.strictObject({
        id: localIdSchema,
        name: nameSchema,
        points: listOf(pointSchema, { least: 2, most: 200 }),
        seen: z.boolean(),
      }),
      { most: 100 },
    ).default([]),
    lines: listOf(
      z.strictObject({
        id: localIdSchema,
        name: nameSchema,
        points: listOf(pointSchema, { least: 2, most: 200 }),
        width: positive,
        reflectance: chance.default(0),
      }),
      { most: 100 },
    ),
    picture: z
      .strictObject({
        x: millimetres,
        y: millimetres,
        width: z.number().min(10).max(40000),
        height: z.number().min(10).max(40000),
        turned: finite,
      })
      .nullable()
      .default(null),
    starts: listOf(z.strictObject({ id: localIdSchema, name: nameSchema, pose: poseSchema }), {
      least: 1,
      most: 20,
      tooShort: 'A field needs a start place.',
    }),
  })
  .refine(
    (field) =>
      [field.models, field.walls, field.lines, field.starts].every((list) => distinctIds(list)),
    {
      error: 'Two things on the field have the same identifier.',
    },
  ) satisfies z.ZodType<Field>;
