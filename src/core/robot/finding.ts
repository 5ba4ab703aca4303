import type { Estimate } from '../mathematics/leastSquares.ts';
import { knowledgeOf } from './knowledge.ts';
import { unsureOf, withSetupValues, type RobotParameters, type SetupValue } from './parameters.ts';
import { withSources, type Source, type Sources } from './sources.ts';

/** A number of a setup that a bench found, and how well. */
export interface Finding {
  value: SetupValue;
  /**
   * Standard deviation in the unit in which the number's doubt is told (robot/parameters.ts); undefined of switches,
   * colours and what is known exactly.
   */
  spread?: number;
  /** Correlations with the errors of other findings of the same bench, by path. */
  correlations?: Record<string, number>;
  /**
   * How the value would change for one unit of another number of the setup by which it was worked out, by path: if
   * that number is off, this one is too.
   */
  leansOn?: Record<string, number>;
}

/** What a bench found, by the paths of a setup. */
export type Findings = Record<string, Finding>;

const NORMAL_95 = 1.959964;

/** Standard deviation of the normal distribution that has the estimate's 95 % interval: four trials count as four. */
export function spreadOfEstimate({ low, high }: Estimate): number {
  return (high - low) / (2 * NORMAL_95);
}

/** A number as it was estimated. */
export function found(estimate: Estimate, more: Omit<Finding, 'value' | 'spread'> = {}): Finding {
  return { value: estimate.value, spread: spreadOfEstimate(estimate), ...more };
}

/** How far runs or readings spread, from so many degrees of freedom: known to a share of 1/√(2ν). */
export function foundSpread(value: number, degreesOfFreedom: number): Finding {
  return { value, spread: 1 / Math.sqrt(2 * Math.max(1, degreesOfFreedom)) };
}

/** Correlations smaller than this are not written down. */
const WORTH_SAYING = 0.02;

/**
 * A setup and its sources with the findings of a bench taken over.
 *
 * @param source where they come from
 */
export function withFindings(
  setup: RobotParameters,
  sources: Sources,
  findings: Findings,
  source: Exclude<Source, { kind: 'typed' }>,
): { setup: RobotParameters; sources: Sources } {
  const known = knowledgeOf(setup, sources);
  const others = known.paths.flatMap((path, i) => (path in findings ? [] : [{ path, i }]));
  const found = Object.entries(findings).flatMap(([path, finding]) => {
    if (unsureOf(path) === null) return [];
    const leans = others.map((other) => finding.leansOn?.[other.path] ?? 0);
    // Covariance with the other numbers, by what it leans on.
    const common = others.map(({ i }) =>
      leans.reduce((sum, lean, k) => sum + lean * known.covariance[i]![others[k]!.i]!, 0),
    );
    return [{ path, own: finding.spread ?? 0, leans, common, finding }];
  });
  const covariance = found.map((a) =>
    found.map((b) => {
      const both = a.leans.reduce((sum, lean, k) => sum + lean * b.common[k]!, 0);
      const correlation =
        a === b ? 1 : (a.finding.correlations?.[b.path] ?? b.finding.correlations?.[a.path] ?? 0);
      return both + correlation * a.own * b.own;
    }),
  );
  const spreads = covariance.map((row, i) => Math.sqrt(row[i]!));
  const precise = Object.fromEntries(
    found.map(({ path, common }, i) => {
      const spread = spreads[i]!;
      const withOthers = others.map(({ path: other, i: at }, k): [string, number] => [
        other,
        common[k]! / (spread * Math.sqrt(known.covariance[at]![at]!)),
      ]);
      const withEachOther = found.map(({ path: other }, j): [string, number] => [
        other,
        other === path ? 0 : covariance[i]![j]! / (spread * spreads[j]!),
      ]);
      const correlations = Object.fromEntries(
        [...withOthers, ...withEachOther]
          .filter(([, value]) => Math.abs(value) > WORTH_SAYING)
          .map(([other, value]) => [other, Math.max(-1, Math.min(1, value))]),
      );
      return [path, { spread, correlations }];
    }),
  );
  const changed = Object.fromEntries(
    Object.keys(findings).map((path): [string, Source] => [path, { ...source, ...precise[path] }]),
  );
  return {
    setup: withSetupValues(setup, valuesOf(findings)),
    sources: withSources(sources, changed),
  };
}

/** The values alone. */
export function valuesOf(findings: Findings): Record<string, SetupValue> {
  return Object.fromEntries(Object.entries(findings).map(([path, { value }]) => [path, value]));
}
