import { describe, expect, it } from 'vitest';
import reference from '../../../../tests/reference/statistics.json' with { type: 'json' };
import { scores, type Offset, type Zone } from '../../field/field.ts';
import { radians } from '../../mathematics/angle.ts';
import { normal } from '../../mathematics/randomness.ts';
import { hitChance } from './hitChance.ts';
import { meanEllipse, offsetPValue, predictionEllipse, summarise } from './summary.ts';
import { verdictOf } from './verdict.ts';
import { wilsonInterval } from '../../mathematics/wilson.ts';

const circle = (radius: number, headingTolerance: number | null = null): Zone => ({
  target: { x: 0, y: 0, heading: 0 },
  shape: { kind: 'circle', radius },
  headingTolerance,
});

const offsetsOf = (rows: number[][]): Offset[] =>
  rows.map(([along, left, turned]) => ({ along: along!, left: left!, turned: turned! }));

/** Runs around a mean with a spread in mm, the same for the same seed. */
function scatter(count: number, along: number, left: number, spread: number, seed = 1): Offset[] {
  const draw = normal(seed);
  return Array.from({ length: count }, () => ({
    along: along + spread * draw(),
    left: left + spread * draw(),
    turned: 0.01 * draw(),
  }));
}

const measured = (offsets: Offset[]) => offsets.map((offset) => ({ offset, hit: null }));

describe('the Wilson interval', () => {
  it('calls 8 of 10 compatible with anything from 49 % to 94 %', () => {
    expect(wilsonInterval(8, 10).low).toBeCloseTo(0.49, 3);
    expect(wilsonInterval(8, 10).high).toBeCloseTo(0.943, 3);
  });

  it.each(reference.wilson)('agrees with SciPy for $hits of $tries', (row) => {
    const interval = wilsonInterval(row.hits, row.tries);
    expect(Math.abs(interval.low - row.low)).toBeLessThan(1e-9);
    expect(Math.abs(interval.high - row.high)).toBeLessThan(1e-9);
  });

  it('says nothing about a chance that was never tried', () => {
    expect(wilsonInterval(0, 0)).toEqual({ low: 0, high: 1 });
  });
});

describe('the summary of offsets', () => {
  it.each(reference.summaries)('agrees with NumPy and SciPy (set %#)', (row) => {
    const summary = summarise(offsetsOf(row.offsets));
    expect(summary.mean.along).toBeCloseTo(row.mean[0]!, 9);
    expect(summary.mean.turned).toBeCloseTo(row.mean[2]!, 9);
    expect(summary.covariance.cross).toBeCloseTo(row.covariance[0]![1]!, 9);
    expect(summary.accuracy).toBeCloseTo(row.accuracy, 9);
    expect(summary.repeatability).toBeCloseTo(row.repeatability, 9);
    expect(Math.abs(offsetPValue(summary) - row.p)).toBeLessThan(1e-9);
    const ellipse = predictionEllipse(summary)!;
    expect(Math.abs(ellipse.major - row.ellipse[0]!)).toBeLessThan(1e-7);
    expect(Math.abs(ellipse.minor - row.ellipse[1]!)).toBeLessThan(1e-7);
    expect(meanEllipse(summary)!.major).toBeLessThan(ellipse.major);
  });

  it('needs two runs, and three for a region', () => {
    expect(() => summarise(scatter(1, 0, 0, 1))).toThrow(RangeError);
    expect(predictionEllipse(summarise(scatter(2, 0, 0, 1)))).toBeNull();
  });

  it('holds the next run in 95 % of cases (2,000 seeds, 10 runs)', () => {
    let inside = 0;
    for (let seed = 0; seed < 2000; seed++) {
      const runs = scatter(11, 4, -3, 6, seed);
      const next = runs.pop()!;
      const { along, left, major, minor, direction } = predictionEllipse(summarise(runs))!;
      const dx = next.along - along;
      const dy = next.left - left;
      const u = (dx * Math.cos(direction) + dy * Math.sin(direction)) / major;
      const v = (-dx * Math.sin(direction) + dy * Math.cos(direction)) / minor;
      if (u * u + v * v <= 1) inside++;
    }
    // Binomial standard error of 2,000 seeds is 0.5 %.
    expect(inside / 2000).toBeGreaterThan(0.935);
    expect(inside / 2000).toBeLessThan(0.965);
  });
});

describe('the chance to hit', () => {
  it.each(reference.hitChances)('agrees with a numerical integral ($radius mm)', (row) => {
    const summary = {
      ...summarise(scatter(10, 0, 0, 1)),
      covariance: {
        along: row.covariance[0]![0]!,
        left: row.covariance[1]![1]!,
        cross: row.covariance[0]![1]!,
      },
    };
    const mean = { along: row.mean[0]!, left: row.mean[1]!, turned: 0 };
    expect(Math.abs(hitChance(circle(row.radius), summary, mean) - row.chance)).toBeLessThan(2e-4);
  });

  it('agrees with counting for a polygon with a heading tolerance', () => {
    const zone: Zone = {
      target: { x: 0, y: 0, heading: 0 },
      shape: {
        kind: 'polygon',
        corners: [
          { x: -20, y: -10 },
          { x: 20, y: -10 },
          { x: 20, y: 10 },
          { x: 0, y: 14 },
          { x: -20, y: 10 },
        ],
      },
      headingTolerance: radians(1),
    };
    const offsets = scatter(20000, 5, -2, 9).map((o) => ({
      ...o,
      turned: o.turned + o.left / 900,
    }));
    const counted = offsets.filter((offset) => scores(zone, offset)).length / offsets.length;
    const summary = summarise(offsets);
    expect(Math.abs(hitChance(zone, summary, summary.mean) - counted)).toBeLessThan(0.012);
  });

  it('is nought far away and one in the middle', () => {
    const summary = summarise(scatter(10, 0, 0, 1));
    expect(hitChance(circle(30), summary, { along: 300, left: 0, turned: 0 })).toBe(0);
    expect(hitChance(circle(30), summary, summary.mean)).toBeGreaterThan(0.999);
  });
});

describe('the verdict', () => {
  const goal = 0.9;

  it('changes nothing before five runs', () => {
    const verdict = verdictOf(measured(scatter(4, 60, 0, 1)), circle(30), goal);
    expect(verdict.kind).toBe('too early');
    expect(verdictOf([], circle(30), goal).summary).toBeNull();
  });

  it('leaves alone what meets the goal', () => {
    expect(verdictOf(measured(scatter(10, 3, 2, 5)), circle(30), goal).kind).toBe('leave it');
  });

  it('aims when the runs lie together beside the target', () => {
    const verdict = verdictOf(measured(scatter(10, -22, 18, 6)), circle(30), goal);
    expect(verdict.kind).toBe('aim');
    expect(verdict.aimed!.expected).toBeGreaterThan(goal);
  });

  it('tightens when even a perfect aim would not do', () => {
    expect(verdictOf(measured(scatter(10, 5, 0, 30)), circle(30), goal).kind).toBe('tighten');
  });

  it('counts what people saw over what the zone says', () => {
    const runs = measured(scatter(6, 0, 0, 2)).map((run, i) => ({ ...run, hit: i > 2 }));
    expect(verdictOf(runs, circle(30), goal).hits).toBe(3);
  });

  it('seldom aims at an offset that is not there (400 seeds)', () => {
    let aimed = 0;
    for (let seed = 0; seed < 400; seed++) {
      if (verdictOf(measured(scatter(8, 0, 0, 12, seed)), circle(30), goal).kind === 'aim') aimed++;
    }
    expect(aimed / 400).toBeLessThan(0.05);
  });
});
