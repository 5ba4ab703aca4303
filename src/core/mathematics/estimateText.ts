import type { Estimate } from './leastSquares.ts';
import { formatShown, unitOf, type QuantityKind } from './quantity.ts';

/** "60.82 ± 0.12 mm": a value with half its 95 % interval, in the unit of its kind. */
export function formatEstimate(estimate: Estimate, kind: QuantityKind, digits: number): string {
  const unit = unitOf(kind);
  const joint = unit === '' || unit.startsWith('°') ? '' : '\u00a0';
  const half = formatShown((estimate.high - estimate.low) / 2, kind, digits);
  return `${formatShown(estimate.value, kind, digits)} ± ${half}${joint}${unit}`;
}
