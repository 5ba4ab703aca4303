import exp from '@stdlib/math-base-special-exp';
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { normal } from '../mathematics/randomness.ts';
import {
  numberEntryOf,
  SETUP_PATHS,
  setupValue,
  unsureOf,
  withSetupValues,
  type RobotParameters,
} from './parameters.ts';
import type { Source, Sources } from './sources.ts';

/**
 * What is known of the numbers of a robot beside their values: how far each may be from the truth, and which err
 * together. Deviations are in the number's unit, or logarithms of a factor where it is told as a share.
 */
export interface Knowledge {
  /** The numbers that are not known exactly. */
  paths: readonly string[];
  /** Covariance of their deviations, row by row. */
  covariance: readonly (readonly number[])[];
}

/** Nothing is in doubt: a robot that is what its setup says. */
export const SURE: Knowledge = { paths: [], covariance: [] };

/** What is known of a setup by its sources: benches and runs say it themselves, the others by kind. */
export function knowledgeOf(setup: RobotParameters, sources: Sources): Knowledge {
  const known = SETUP_PATHS.map((path) => ({
    path,
    spread: spreadOf(setup, path, sources[path]),
  })).filter(({ spread }) => spread > 0);
  return {
    paths: known.map(({ path }) => path),
    covariance: known.map((a) =>
      known.map((b) =>
        a === b ? a.spread ** 2 : a.spread * b.spread * correlationOf(sources, a.path, b.path),
      ),
    ),
  };
}

/** Standard deviation of a number by where it comes from; 0 when it is known exactly, or a spread that is 0. */
export function spreadOf(setup: RobotParameters, path: string, source: Source | undefined): number {
  const unsure = unsureOf(path);
  if (unsure === null) return 0;
  if (unsure.share && setupValue(setup, path) === 0) return 0;
  if (source === undefined) return unsure.start;
  return source.kind === 'typed' ? unsure.typed : (source.spread ?? unsure.typed);
}

function correlationOf(sources: Sources, a: string, b: string): number {
  const said = (one: string, other: string) => {
    const source = sources[one];
    return source === undefined || source.kind === 'typed'
      ? undefined
      : source.correlations?.[other];
  };
  return said(a, b) ?? said(b, a) ?? 0;
}

/** Standard deviations of the numbers, in the order of their paths. */
export function spreadsOf({ covariance }: Knowledge): number[] {
  return covariance.map((row, i) => Math.sqrt(row[i]!));
}

/** The numbers without those that only say how far runs spread: they move no middle. */
export function middleNumbers({ paths, covariance }: Knowledge): Knowledge {
  const kept = paths.flatMap((path, i) => (unsureOf(path)!.share ? [] : [i]));
  return {
    paths: kept.map((i) => paths[i]!),
    covariance: kept.map((i) => kept.map((j) => covariance[i]![j]!)),
  };
}

/** The setup with some numbers off by a deviation each. What would leave a number's limits goes half as far. */
export function deviated(
  setup: RobotParameters,
  deviations: Readonly<Record<string, number>>,
): RobotParameters {
  const values = Object.entries(deviations).map(([path, deviation]): [string, number] => {
    const value = setupValue(setup, path) as number;
    const { limits, unsure } = numberEntryOf(path);
    let far = deviation;
    const at = () => (unsure?.share === true ? value * exp(far) : value + far);
    for (let tries = 0; !limits.safeParse(at()).success; tries++) far = tries < 20 ? far / 2 : 0;
    return [path, at()];
  });
  return withSetupValues(setup, Object.fromEntries(values));
}

/** What no other stream of a run is for: which robot it is that drives. */
const WHICH_ROBOT = 11;

/** Draws of what a robot may really be, as far as its setup is known. */
export class RobotDraws {
  private readonly root: Matrix;

  constructor(
    private readonly setup: RobotParameters,
    readonly knowledge: Knowledge,
  ) {
    this.root = rootOf(knowledge.covariance);
  }

  /** Deviations of robot `number` under a seed, in the order of the paths. */
  deviations(seed: number, number: number): number[] {
    const draw = normal(seed, number, WHICH_ROBOT);
    const { paths } = this.knowledge;
    if (paths.length === 0) return [];
    return this.root.mmul(Matrix.columnVector(paths.map(() => draw()))).to1DArray();
  }

  /** The robot with these deviations. */
  robot(deviations: readonly number[]): RobotParameters {
    const { paths } = this.knowledge;
    return deviated(this.setup, Object.fromEntries(paths.map((path, i) => [path, deviations[i]!])));
  }
}

/**
 * A matrix whose product with its transpose is the covariance. Correlations that were put together from several
 * benches, or typed into a file, need not fit each other: what would be a negative variance is none.
 */
function rootOf(covariance: Knowledge['covariance']): Matrix {
  const size = covariance.length;
  if (size === 0) return Matrix.zeros(0, 0);
  // Numbers of very different size: the decomposition is of the correlations.
  const spreads = covariance.map((row, i) => Math.sqrt(row[i]!));
  const correlations = Matrix.zeros(size, size);
  for (let i = 0; i < size; i++) {
    for (let j = 0; j < size; j++) {
      const both = spreads[i]! * spreads[j]!;
      correlations.set(i, j, both > 0 ? covariance[i]![j]! / both : 0);
    }
  }
  const { eigenvectorMatrix, realEigenvalues } = new EigenvalueDecomposition(correlations, {
    assumeSymmetric: true,
  });
  const root = eigenvectorMatrix.mmul(
    Matrix.diag(realEigenvalues.map((value) => Math.sqrt(Math.max(0, value)))),
  );
  return Matrix.diag(spreads).mmul(root);
}
