import { z } from 'zod';
import { chance } from '../../schema/numbers.ts';
import { textSchema } from '../../schema/scalars.ts';
import { conditionsSchema, defineBench, readings } from '../definition.ts';
import { lastOf } from '../episodes.ts';
import { say } from '../../language/say.ts';

/** Reflected light over dark and over light. */
export const lightBench = defineBench({
  kind: 'light',
  get name() {
    return say`Light`;
  },
  get measures() {
    return say`Light: dark and white`;
  },
  members: {
    conditions: conditionsSchema,
    /** Where it was measured, such as home or the venue. */
    place: textSchema(80),
    /** Width of the line to be found, mm. */
    lineWidth: z.number().positive().max(1000),
    trials: readings({ surface: z.enum(['dark', 'light']), value: chance }),
  },
  /** A sample of light over a surface that the event names. */
  fromTelemetry(segment) {
    const surface = segment.at(-1)?.event;
    const value = lastOf(segment, 'light');
    return value !== null && (surface === 'dark' || surface === 'light')
      ? [{ surface, value } as const]
      : [];
  },
});
