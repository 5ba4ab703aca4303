import { z } from 'zod';
import type { Move, RoutePlan } from '../core/moves/moves.ts';
import { listOf, localIdSchema, nameSchema } from './scalars.ts';

const millimetres = z.number().min(-20000).max(20000);
const length = z.number().min(0).max(20000);
const speed = z.number().positive().max(5000);
const angle = z.number().min(-100).max(100);
const gain = z.number().nonnegative().max(1000).nullable().default(null);
const id = localIdSchema;

/** Moves from before there was a choice brake, and give up when their own length says so. */
const ends = {
  stop: z.enum(['brake', 'hold', 'coast']).default('brake'),
  timeLimit: z.number().positive().max(60).nullable().default(null),
};
const held = {
  speed,
  hold: z.enum(['none', 'encoders', 'gyro']),
  heading: angle.nullable(),
  gain,
  ...ends,
};
const sees = z.enum(['dark', 'light']);

const wholeLength = z.strictObject({ kind: z.literal('length'), length });

export const moveSchema = z.discriminatedUnion('kind', [
  z.strictObject({ id, kind: z.literal('drive'), distance: millimetres, ...held }),
  z.strictObject({
    id,
    kind: z.literal('turn'),
    target: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('heading'), heading: angle }),
      z.strictObject({ kind: z.literal('angle'), angle }),
    ]),
    style: z.enum(['spot', 'pivot-left', 'pivot-right']),
    rate: z.number().positive().max(50),
    stopEarly: z.number().min(0).max(10).nullable(),
    way: z
      .discriminatedUnion('kind', [
        z.strictObject({ kind: z.literal('stop early') }),
        z.strictObject({
          kind: z.literal('slow end'),
          lastAngle: z.number().positive().max(10),
          lastRate: z.number().positive().max(50),
        }),
        z.strictObject({
          kind: z.literal('controller'),
          p: gain,
          i: z.number().nonnegative().max(1000),
          d: z.number().nonnegative().max(100),
        }),
      ])
      .default({ kind: 'stop early' }),
    ...ends,
  }),
  z.strictObject({
    id,
    kind: z.literal('arc'),
    radius: z.number().min(1).max(20000),
    angle,
    speed,
    backwards: z.boolean(),
    by: z.enum(['encoders', 'gyro']),
    ...ends,
  }),
  z.strictObject({ id, kind: z.literal('approach'), distance: length, ...held }),
  z.strictObject({
    id,
    kind: z.literal('until line'),
    sees,
    sensor: z.enum(['first', 'second']),
    backwards: z.boolean(),
    ...held,
  }),
  z.strictObject({ id, kind: z.literal('until touch'), ...held }),
  z.strictObject({
    id,
    kind: z.literal('follow wall'),
    distance: length,
    speed,
    gain,
    until: z.discriminatedUnion('kind', [
      wholeLength,
      z.strictObject({ kind: z.literal('range'), distance: length }),
      z.strictObject({ kind: z.literal('line'), sees }),
    ]),
    ...ends,
  }),
  z.strictObject({
    id,
    kind: z.literal('follow line'),
    edge: z.enum(['left', 'right']),
    speed,
    gain,
    until: z.discriminatedUnion('kind', [
      wholeLength,
      z.strictObject({ kind: z.literal('crossing'), count: z.int().min(1).max(20) }),
    ]),
    ...ends,
  }),
  z.strictObject({
    id,
    kind: z.literal('square up'),
    against: z.enum(['border', 'line']),
    backwards: z.boolean(),
    speed,
    duration: z.number().positive().max(20),
    heading: angle.nullable(),
    ...ends,
  }),
  z.strictObject({ id, kind: z.literal('settle'), timeLimit: z.number().positive().max(60) }),
  z.strictObject({
    id,
    kind: z.literal('arm'),
    angle,
    power: z.number().positive().max(1),
    stallTime: z.number().positive().max(10),
    ...ends,
  }),
  z.strictObject({ id, kind: z.literal('wait'), duration: z.number().min(0).max(60) }),
  z.strictObject({
    id,
    kind: z.literal('checkpoint'),
    name: nameSchema,
    modelId: localIdSchema,
    pause: z.number().min(0).max(60),
  }),
  z.strictObject({
    id,
    kind: z.literal('repeat'),
    fromId: localIdSchema,
    times: z.int().min(1).max(50),
  }),
]) satisfies z.ZodType<Move>;

const checkpointListSchema = z.strictObject({
  id: localIdSchema,
  name: nameSchema,
  afterMoveId: localIdSchema,
  modelId: localIdSchema,
});

const presentPlanSchema = z.strictObject({
  startId: localIdSchema,
  moves: listOf(moveSchema, { most: 200 }),
});

/**
 * A plan. In plans of the first version checkpoints were a list beside the moves; they become moves
 * that stand where they were, with their identifiers, so that runs still find them.
 */
export const planSchema = z
  .strictObject({
    ...presentPlanSchema.shape,
    checkpoints: listOf(checkpointListSchema, { most: 50 }).optional(),
  })
  .superRefine(({ moves, checkpoints = [] }, context) => {
    for (const [i, { name, afterMoveId }] of checkpoints.entries()) {
      if (moves.some((move) => move.id === afterMoveId)) continue;
      context.addIssue({
        code: 'custom',
        path: ['checkpoints', i, 'afterMoveId'],
        message: `Checkpoint “${name}” stands after a move that is not there.`,
      });
    }
    const ids = [...moves, ...checkpoints].map((item) => item.id);
    if (new Set(ids).size !== ids.length) {
      context.addIssue({
        code: 'custom',
        message: 'Two moves or checkpoints have the same identifier.',
      });
    }
  })
  .transform(({ startId, moves, checkpoints = [] }): RoutePlan => ({
    startId,
    moves: moves.flatMap((move) => [
      move,
      ...checkpoints
        .filter(({ afterMoveId }) => afterMoveId === move.id)
        .map((one) => ({
          id: one.id,
          kind: 'checkpoint' as const,
          name: one.name,
          modelId: one.modelId,
          pause: 0,
        })),
    ]),
  })) satisfies z.ZodType<RoutePlan>;
