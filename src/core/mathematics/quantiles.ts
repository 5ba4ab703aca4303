import fCdf from '@stdlib/stats-base-dists-f-cdf';
import fPdf from '@stdlib/stats-base-dists-f-pdf';
import fQuantile from '@stdlib/stats-base-dists-f-quantile';
import tCdf from '@stdlib/stats-base-dists-t-cdf';
import tPdf from '@stdlib/stats-base-dists-t-pdf';
import tQuantile from '@stdlib/stats-base-dists-t-quantile';

/** The library's quantiles have nine digits; one step by its distribution function gives the rest. */
function polished(
  start: number,
  chance: number,
  cdf: (x: number) => number,
  pdf: (x: number) => number,
) {
  const density = pdf(start);
  return density > 0 ? start - (cdf(start) - chance) / density : start;
}

/** Quantile of Student's t. */
export function studentQuantile(chance: number, degreesOfFreedom: number): number {
  return polished(
    tQuantile(chance, degreesOfFreedom),
    chance,
    (x) => tCdf(x, degreesOfFreedom),
    (x) => tPdf(x, degreesOfFreedom),
  );
}

/** Quantile of Fisher's F. */
export function fisherQuantile(chance: number, numerator: number, denominator: number): number {
  return polished(
    fQuantile(chance, numerator, denominator),
    chance,
    (x) => fCdf(x, numerator, denominator),
    (x) => fPdf(x, numerator, denominator),
  );
}
