import type { Zone } from '../../field/field.ts';
import { hitChance } from './hitChance.ts';
import type { OffsetSummary } from './summary.ts';

/** Halvings of the search: to a thousandth of a millimetre. */
const HALVINGS = 28;

/**
 * Radius about the target within which a share of future runs ends, mm: R50 and R95 for shares of 0.5
 * and 0.95. From the fitted normal, so it uses all runs and not only the one at the edge.
 */
export function circularErrorProbable(share: number, summary: OffsetSummary): number {
  const { covariance, accuracy } = summary;
  let low = 0;
  let high = accuracy + 8 * Math.sqrt(covariance.along + covariance.left) + 3;
  for (let i = 0; i < HALVINGS; i++) {
    const radius = (low + high) / 2;
    if (hitChance(circle(radius), summary, summary.mean) < share) low = radius;
    else high = radius;
  }
  return high;
}

function circle(radius: number): Zone {
  return {
    target: { x: 0, y: 0, heading: 0 },
    shape: { kind: 'circle', radius },
    headingTolerance: null,
  };
}
