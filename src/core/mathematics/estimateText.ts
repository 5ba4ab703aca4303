import type { Estimate } from './leastSquares.ts';
import { formatNumber, shownValue, unitOf, type QuantityKind } from './quantity.ts';

/** "60.82 ± 0.12 mm": a value with half its 95 % interval, in the unit of its kind. */
export function formatEstimate(estimate: Estimate, kind: QuantityKind, digits: number): string {
  const unit = unitOf(kind);
  const joint = unit === '' || unit.startsWith('°') ? '' : '\u00a0';
  const half = shownValue((estimate.high - estimate.low) / 2, kind);
  const value = formatNumber(shownValue(estimate.value, kind), digits);
  return `${value} ± ${formatNumber(half, digits)}${joint}${unit}`;
}
