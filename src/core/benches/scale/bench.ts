import { z } from 'zod';
import { conditionsSchema, defineBench, readings } from '../definition.ts';
import { endsWith, lastOf, valuesOf } from '../episodes.ts';
import { say } from '../../language/say.ts';

/** Whole turns by hand; the reading keeps the sensor's own sign. */
export const scaleBench = defineBench({
  kind: 'scale',
  get name() {
    return say`Gyro scale and sign`;
  },
  get measures() {
    return say`Gyro scale: whole turns by hand`;
  },
  members: {
    conditions: conditionsSchema,
    trials: readings({
      way: z.enum(['left', 'right']),
      turns: z.int().min(1).max(100),
      reported: z.number().min(-1000).max(1000),
    }),
  },
  fromTelemetry(segment) {
    if (!endsWith(segment, 'spun')) return [];
    const asked = lastOf(segment, 'asked');
    const headings = valuesOf(segment, 'heading');
    if (asked === null || asked === 0 || headings.length < 2) return [];
    return [
      {
        way: asked > 0 ? ('left' as const) : ('right' as const),
        turns: Math.round(Math.abs(asked) / (2 * Math.PI)),
        reported: headings.at(-1)! - headings[0]!,
      },
    ];
  },
});
