import { z } from 'zod';
import { moveSchema } from '../moves/index.ts';
import { askSchema } from '../moves/questions.ts';
import { listOf, localIdSchema, nameSchema } from '../schema/scalars.ts';
import type { RoutePlan } from './plan.ts';
import { say } from '../language/say.ts';

const checkpointListSchema = z.strictObject({
  id: localIdSchema,
  name: nameSchema,
  afterMoveId: localIdSchema,
  modelId: localIdSchema,
});

const presentPlanSchema = z.strictObject({
  startId: localIdSchema,
  startBy: askSchema.optional(),
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
        message: say`Checkpoint “${name}” stands after a move that is not there.`,
      });
    }
    const ids = [...moves, ...checkpoints].map((item) => item.id);
    if (new Set(ids).size !== ids.length) {
      context.addIssue({
        code: 'custom',
        message: say`Two moves or checkpoints have the same identifier.`,
      });
    }
  })
  .transform(({ startId, startBy, moves, checkpoints = [] }): RoutePlan => ({
    startId,
    ...(startBy === undefined ? {} : { startBy }),
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
