import { Matrix, SingularValueDecomposition } from 'ml-matrix';
import tCdf from '@stdlib/stats-base-dists-t-cdf';
import { studentQuantile } from './quantiles.ts';

/** A fitted linear model y = X·β + ε with independent errors of equal spread. */
export interface LinearFit {
  coefficients: number[];
  /** Covariance matrix of the coefficients. */
  covariance: number[][];
  /** Standard deviation of the residuals, with the degrees of freedom taken off. */
  residualSpread: number;
  degreesOfFreedom: number;
}

/** A number with its standard error and a 95 % interval (Student's t). */
export interface Estimate {
  value: number;
  standardError: number;
  low: number;
  high: number;
}

/**
 * Ordinary least squares.
 *
 * @param rows the design matrix, one row an observation
 * @param values one a row
 * @param step in what steps they were read, in which a difference may hide even when all residuals are 0
 * @returns null when the rows do not determine the coefficients, or leave no degree of freedom
 */
export function leastSquares(rows: number[][], values: number[], step = 0): LinearFit | null {
  const columns = rows[0]?.length ?? 0;
  const degreesOfFreedom = rows.length - columns;
  if (columns === 0 || degreesOfFreedom < 1) return null;
  const design = new Matrix(rows);
  // Columns of very different size (rad, rad/s, its square) are scaled before the inverse.
  const scales = design
    .transpose()
    .to2DArray()
    .map((column) => Math.hypot(...column));
  if (scales.some((scale) => scale === 0)) return null;
  const scaled = new Matrix(rows.map((row) => row.map((entry, i) => entry / scales[i]!)));
  const normal = scaled.transpose().mmul(scaled);
  const information = safeInverse(normal);
  if (information === null) return null;
  const solution = information.mmul(scaled.transpose()).mmul(Matrix.columnVector(values));
  const coefficients = scales.map((scale, i) => solution.get(i, 0) / scale);
  const residuals = values.map((value, i) => value - dot(rows[i]!, coefficients));
  const variance = dot(residuals, residuals) / degreesOfFreedom;
  const uncertain = Math.max(variance, step ** 2 / 12);
  const covariance = scales.map((si, i) =>
    scales.map((sj, j) => (uncertain * information.get(i, j)) / (si * sj)),
  );
  return { coefficients, covariance, residualSpread: Math.sqrt(variance), degreesOfFreedom };
}

/**
 * The coefficients of ordinary least squares from sums alone, for samples that are too large to be written
 * down as rows.
 *
 * @param products XᵀX, of columns of about the same size
 * @param withValues Xᵀy, one list for each kind of value
 * @returns one list of coefficients for each; null when the columns do not determine them
 */
export function leastSquaresOfSums(
  products: number[][],
  withValues: number[][],
): number[][] | null {
  const sums = new Matrix(products);
  // As if every column had the length 1, by which two that say the same are known.
  const lengths = sums.diagonal().map(Math.sqrt);
  if (lengths.some((length) => length === 0)) return null;
  const scaled = new Matrix(
    products.map((row, i) => row.map((sum, j) => sum / (lengths[i]! * lengths[j]!))),
  );
  const information = safeInverse(scaled);
  if (information === null) return null;
  return withValues.map((values) => {
    const solution = information.mmul(
      Matrix.columnVector(values.map((value, i) => value / lengths[i]!)),
    );
    return lengths.map((length, i) => solution.get(i, 0) / length);
  });
}

/** The 95 % interval of a linear combination of the coefficients. */
export function estimateOf(fit: LinearFit, combination: number[]): Estimate {
  const value = dot(combination, fit.coefficients);
  const variance = dot(
    combination,
    fit.covariance.map((row) => dot(row, combination)),
  );
  return withStandardError(value, Math.sqrt(Math.max(0, variance)), fit.degreesOfFreedom);
}

/** An estimate from its standard error by Student's t. */
export function withStandardError(
  value: number,
  standardError: number,
  degreesOfFreedom: number,
): Estimate {
  const margin = studentQuantile(0.975, degreesOfFreedom) * standardError;
  return { value, standardError, low: value - margin, high: value + margin };
}

/** Two-sided p-value of the hypothesis that the estimated quantity is `hypothesis`. */
export function pValue(estimate: Estimate, hypothesis: number, degreesOfFreedom: number): number {
  const distance = Math.abs(estimate.value - hypothesis);
  if (estimate.standardError === 0) return distance === 0 ? 1 : 0;
  return 2 * tCdf(-distance / estimate.standardError, degreesOfFreedom);
}

function dot(a: readonly number[], b: readonly number[]): number {
  return a.reduce((sum, value, i) => sum + value * b[i]!, 0);
}

function safeInverse(matrix: Matrix): Matrix | null {
  // Of columns of length 1, a smallest singular value this small means that two say the same.
  const decomposition = new SingularValueDecomposition(matrix);
  return Math.min(...decomposition.diagonal) < 1e-10 ? null : decomposition.inverse();
}
