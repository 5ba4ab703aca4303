import { z } from 'zod';
import { secondsText } from '../../program/text.ts';
import { localIdSchema, nameSchema } from '../../schema/scalars.ts';
import { defineMove, type MoveOf } from '../definition.ts';
import { saidValue } from '../said.ts';
import { say } from '../../language/say.ts';

/** Where runs are measured: the tool point here, against the zone of a model. */
export const checkpointMove = defineMove({
  kind: 'checkpoint',
  get name() {
    return say`Checkpoint`;
  },
  key: 'K',
  get purpose() {
    return say`runs are measured here`;
  },
  members: {
    name: nameSchema,
    modelId: localIdSchema,
    /** How long the robot stands here so that it can be measured, s. */
    pause: z.number().min(0).max(60),
  },
  placed: ({ unmeasured: [model] }) =>
    model === undefined ? null : { name: model.name, modelId: model.id },
  starting: {
    get name() {
      return say`Checkpoint`;
    },
    modelId: '',
    pause: 0,
  },
  title: ({ name }) => say`Checkpoint ${name}`,
  sentences: ({ pause }) => [
    pause > 0
      ? say`Stand here for ${secondsText(pause)}, so that the place can be measured.`
      : say`Runs are measured here. The program does nothing.`,
  ],
  shortTitle: () => say`measure`,
  said: {
    heads: ['measure', 'checkpoint'],
    clauses: [
      {
        says: ['at #', '#'],
        value: 'model',
        always: true,
        get: ({ modelId }) => modelId,
        set: (_, modelId, name) => ({ modelId, ...(name === undefined ? {} : { name }) }),
      },
      saidValue('called #', 'name', 'name'),
      saidValue('for #', 'time', 'pause'),
    ],
  },
  cells: {
    always: {
      name: ['name', 'text'],
      modelId: ['model', 'text'],
      pause: ['duration_s', 'number'],
    },
  },
  compile: ({ id, pause }) => ({ kind: 'wait', moveId: id, duration: pause, timeLimit: pause }),
});

export type CheckpointMove = MoveOf<typeof checkpointMove>;
