import type { Estimate } from '../mathematics/leastSquares.ts';
import { knowledgeOf, spreadOf } from './knowledge.ts';
import {
  setupValue,
  unsureOf,
  withSetupValues,
  type RobotParameters,
  type SetupValue,
} from './parameters.ts';
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

/**
 * How far runs or readings spread, from so many degrees of freedom ν. Few readings show too small a spread more often
 * than too large a one: the logarithm of s lies 1/(2ν) too low on the whole, with the variance (1 + 1/ν)/(2ν).
 */
export function foundSpread(value: number, degreesOfFreedom: number): Finding {
  const free = Math.max(1, degreesOfFreedom);
  return {
    value: value * Math.exp(1 / (2 * free)),
    spread: Math.sqrt((1 + 1 / free) / (2 * free)),
  };
}

/** Correlations smaller than this are not written down. */
const WORTH_SAYING = 0.02;

/**
 * A setup and its sources with the findings of a bench taken over. A number takes the value that was found; a spread,
 * which a few readings tell badly, lies between that and what was believed, by how well each is known.
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
  const settled = Object.fromEntries(
    Object.entries(findings).map(([path, finding]) => [
      path,
      weighed(finding, path, setup, spreadOf(setup, path, sources[path])),
    ]),
  );
  const found = Object.entries(settled).flatMap(([path, finding]) => {
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
    setup: withSetupValues(setup, valuesOf(settled)),
    sources: withSources(sources, changed),
  };
}

/** A spread as it was found, weighed with the one that was believed; any other number as it was found. */
function weighed(
  finding: Finding,
  path: string,
  setup: RobotParameters,
  believedSpread: number,
): Finding {
  const { value, spread } = finding;
  // The colours that a robot knows are found as well, and are no number.
  if (unsureOf(path)?.share !== true || spread === undefined) return finding;
  const believed = setupValue(setup, path);
  // A level that was 0 was not known at all.
  if (believed === 0) return finding;
  if (typeof value !== 'number' || value <= 0) return { ...finding, value: believed };
  const [own, before] = [1 / spread ** 2, 1 / believedSpread ** 2];
  const middle = (own * Math.log(value) + before * Math.log(believed as number)) / (own + before);
  return { ...finding, value: Math.exp(middle), spread: 1 / Math.sqrt(own + before) };
}

/** The values alone. */
export function valuesOf(findings: Findings): Record<string, SetupValue> {
  return Object.fromEntries(Object.entries(findings).map(([path, { value }]) => [path, value]));
}
