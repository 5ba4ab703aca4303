import { z } from 'zod';
import { mean, standardDeviation } from '../../mathematics/sample.ts';
import { millimetres } from '../../schema/numbers.ts';
import { textSchema } from '../../schema/scalars.ts';
import { conditionsSchema, defineBench, readings } from '../definition.ts';
import { lastOf, valuesOf } from '../episodes.ts';
import { say } from '../../language/say.ts';

/** Readings of every range sensor at the end of a segment are the mean of this many lines. */
const LINES = 40;

/** Range sensors against a tape. */
export const rangeBench = defineBench({
  kind: 'range',
  get name() {
    return say`Range`;
  },
  get measures() {
    return say`Range sensor against a tape`;
  },
  members: {
    conditions: conditionsSchema,
    /** Whether the readings are volts. */
    analog: z.boolean(),
    /** Residual up to which a distance counts as useful, mm. */
    limit: z.number().positive().max(1000),
    trials: readings({
      unit: textSchema(40).min(1),
      tape: z.number().nonnegative().max(20000),
      reading: millimetres,
      incidence: z.number().min(-1.5).max(1.5),
      /** Standard deviation of single readings, where the one that counts is the mean of several. */
      noise: z.number().nonnegative().max(1000).nullable().default(null),
    }),
  },
  /** One reading a range sensor, against the tape of the event. */
  fromTelemetry(segment) {
    const tape = lastOf(segment, 'tape');
    if (tape === null) return [];
    const incidence = lastOf(segment, 'incidence') ?? 0;
    const recent = segment.slice(-LINES);
    return ['range', 'range2', 'range3', 'range4'].flatMap((unit) => {
      const values = valuesOf(recent, unit);
      return values.length < 3
        ? []
        : [{ unit, tape, reading: mean(values), incidence, noise: standardDeviation(values) }];
    });
  },
});
