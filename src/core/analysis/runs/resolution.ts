import type { Offset } from '../../field/field.ts';
import { readingStep } from '../../mathematics/readingStep.ts';

/** Rulers are read to one of these, mm. */
const STEPS = [10, 5, 2, 1, 0.5] as const;
/** A finer reading than this is not rounded. */
const FINEST = 0.1;

/** What places were read to, mm: the coarsest step of a ruler on which all of them lie. */
export function resolutionOf(offsets: readonly Offset[]): number {
  const readings = offsets.flatMap(({ along, left }) => [along, left]);
  // Zeros lie on every ruler.
  if (readings.every((reading) => reading === 0)) return 1;
  return readingStep(readings, STEPS) || FINEST;
}
