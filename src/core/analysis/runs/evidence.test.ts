import { circleZone } from '../../../../tests/fixtures/field.ts';
import { describe, expect, it } from 'vitest';
import reference from '../../../../tests/reference/verdict.json' with { type: 'json' };
import type { Offset } from '../../field/field.ts';
import { normal, uniform } from '../../mathematics/randomness.ts';
import { lowerConfidenceBound, furtherHitsToClaim } from './claims.ts';
import { compareRuns } from './comparison.ts';
import { coverage, fitSources, LEVELS } from './calibration.ts';
import { robustDistances } from './outliers.ts';
import { routePoints } from './points.ts';
import { checkPredictedEffect } from './predictedEffect.ts';
import { circularErrorProbable } from './circularErrorProbable.ts';
import { runChart } from './runChart.ts';
import { factorEffects } from './stability.ts';
import { summarise } from './summary.ts';

const offsetsOf = (rows: readonly number[][]): Offset[] =>
  rows.map(([along, left]) => ({ along: along!, left: left!, turned: 0 }));
const zone = circleZone(20);
/** Seeded offsets with this spread in both directions, mm. */
const cloud = (seed: number, count: number, spread = 5, along = 0): Offset[] => {
  const draw = normal(seed);
  return Array.from({ length: count }, () => ({
    along: along + spread * draw(),
    left: spread * draw(),
    turned: 0,
  }));
};

describe('the run chart', () => {
  it.each(reference.charts)('has the limits of the reference (%#)', (expected) => {
    const chart = runChart(expected.values)!;
    expect(chart.mean).toBeCloseTo(expected.mean, 9);
    expect(chart.lower).toBeCloseTo(expected.lower, 9);
    expect(chart.upper).toBeCloseTo(expected.upper, 9);
    expect(chart.rangeLimit).toBeCloseTo(expected.rangeLimit, 9);
  });

  it('shows a run beyond the limits, a leap, nine on one side and six that rise', () => {
    const rulesOf = (values: number[]) => runChart(values)!.signals.map(({ rule }) => rule);
    expect(rulesOf([3, 2, 1, 2, 3, 2, 1, 18, 3, 2, 1, 2])).toEqual([
      'beyond a limit',
      'leap',
      'leap',
    ]);
    expect(rulesOf([0, 1, 2, 3, 4, 5, 0, 1, 0])).toContain('six rising or falling');
    const shifted = [...Array<number>(9).fill(0), ...Array<number>(9).fill(3)].map(
      (value, i) => value + (i % 2),
    );
    expect(runChart(shifted)!.signals.filter(({ rule }) => rule === 'nine on one side')).toEqual([
      { rule: 'nine on one side', from: 0, to: 8 },
      { rule: 'nine on one side', from: 9, to: 17 },
    ]);
  });

  it('has nothing to say of fewer than two runs', () => {
    expect(runChart([3])).toBeNull();
  });
});

describe('what an offset follows', () => {
  it.each(reference.factors)('agrees with SciPy (%#)', ({ offsets, battery, since, effects }) => {
    const found = factorEffects(
      offsetsOf(offsets).map((offset, i) => ({
        offset,
        battery: battery[i]!,
        sinceZero: since[i]!,
        session: null,
      })),
    );
    expect(found).toHaveLength(effects.length);
    for (const expected of effects) {
      const effect = found.find(
        ({ factor, axis }) => factor === expected.factor && axis === expected.axis,
      )!;
      // Shares of random shuffles: 999 here and 20,000 in the reference; the corrected share has the error of p as well.
      for (const which of ['p', 'adjustedP'] as const) {
        const share = expected[which];
        const error = Math.sqrt(share * (1 - share) * (1 / 999 + 1 / 20_000)) + 2 / 999;
        expect(Math.abs(effect[which] - share)).toBeLessThan((which === 'p' ? 4 : 6) * error);
      }
      if (expected.slope !== undefined) {
        expect(effect.slope!.value).toBeCloseTo(expected.slope, 9);
        // The ends are differences of large numbers: to 1e-9 of the interval's width.
        const width = expected.high - expected.low;
        expect(Math.abs(effect.slope!.low - expected.low) / width).toBeLessThan(1e-9);
        expect(Math.abs(effect.slope!.high - expected.high) / width).toBeLessThan(1e-9);
      }
    }
  });

  it('asks nothing of a battery that nobody noted or that did not change', () => {
    const runs = cloud(3, 10).map((offset, i) => ({
      offset,
      battery: i % 2 === 0 ? 8 : null,
      sinceZero: null,
      session: null,
    }));
    expect(factorEffects(runs).map(({ factor }) => factor)).not.toContain('battery');
  });

  it('asks nothing of an axis on which all readings are alike', () => {
    const runs = cloud(3, 10).map(({ along }, i) => ({
      offset: { along, left: 0, turned: 0 },
      battery: 8 - 0.1 * i,
      sinceZero: null,
      session: null,
    }));
    expect(new Set(factorEffects(runs).map(({ axis }) => axis))).toEqual(new Set(['along']));
  });

  it('finds evenings that lie apart, in the heading too', () => {
    const runs = cloud(4, 16).map((offset, i) => ({
      offset: { ...offset, turned: 0.02 * Math.sin(7 * i) + (i < 8 ? 0 : 0.1) },
      battery: null,
      sinceZero: null,
      session: i < 8 ? 'Monday' : 'Tuesday',
    }));
    const found = factorEffects(runs).find(
      ({ factor, axis }) => factor === 'session' && axis === 'turned',
    )!;
    expect(found.adjustedP).toBeLessThan(0.01);
    const alike = cloud(4, 16).map((offset, i) => ({ ...runs[i]!, offset }));
    const none = factorEffects(alike).filter(({ factor }) => factor === 'session');
    for (const { adjustedP } of none) expect(adjustedP).toBeGreaterThan(0.05);
  });
});

describe('robust distances', () => {
  it.each(reference.outliers)('are those of the reference (%#)', (expected) => {
    robustDistances(offsetsOf(expected.offsets)).forEach((distance, i) =>
      expect(distance).toBeCloseTo(expected.distances[i]!, 9),
    );
  });

  it('are the same whatever the scale', () => {
    const runs = cloud(5, 10);
    const large = runs.map(({ along, left }) => ({ along: 9 * along, left: 9 * left, turned: 0 }));
    robustDistances(large).forEach((distance, i) =>
      expect(distance).toBeCloseTo(robustDistances(runs)[i]!, 9),
    );
  });
});

describe('the comparison of two sets', () => {
  it.each(reference.comparisons)('agrees with the reference (%#)', (expected) => {
    const found = compareRuns(offsetsOf(expected.first), offsetsOf(expected.second), zone, 1, 8000);
    for (const axis of ['along', 'left'] as const) {
      expect(found.difference[axis].value).toBeCloseTo(expected.difference[axis].value, 9);
      expect(found.difference[axis].low).toBeCloseTo(expected.difference[axis].low, 9);
      expect(found.difference[axis].high).toBeCloseTo(expected.difference[axis].high, 9);
    }
    expect(found.spreadRatio.value).toBeCloseTo(expected.spreadRatio.value, 9);
    expect(found.spreadRatio.low).toBeCloseTo(expected.spreadRatio.low, 9);
    expect(found.spreadRatio.high).toBeCloseTo(expected.spreadRatio.high, 9);
    // Both p-values are shares of random deals: 8,000 here and 20,000 in the reference.
    for (const [mine, theirs] of [
      [found.meanP, expected.meanP],
      [found.spreadP, expected.spreadP],
    ] as const) {
      const error = Math.sqrt(theirs * (1 - theirs) * (1 / 8000 + 1 / 20000)) + 2 / 8000;
      expect(Math.abs(mine - theirs)).toBeLessThan(4 * error);
    }
  });

  it('calls a set better that lies nearer, and worse the other way round', () => {
    const far = cloud(1, 20, 5, 18);
    const near = cloud(2, 20, 5, 0);
    expect(compareRuns(far, near, zone, 1)).toMatchObject({
      verdict: 'better',
      shownBy: 'offset',
      runsNeeded: null,
    });
    expect(compareRuns(near, far, zone, 1).verdict).toBe('worse');
  });

  it('calls a tighter set better by its spread', () => {
    const found = compareRuns(cloud(1, 20, 14), cloud(2, 20, 4), zone, 1);
    expect(found).toMatchObject({ verdict: 'better', shownBy: 'spread' });
    expect(found.spreadRatio.high).toBeLessThan(1);
  });

  it('says how many more runs would settle it, fewer when the difference is larger', () => {
    const small = compareRuns(cloud(1, 6), cloud(1, 6, 5, 3), zone, 1);
    const large = compareRuns(cloud(1, 6), cloud(1, 6, 5, 5), zone, 1);
    expect(small.verdict).toBe('cannot tell');
    expect(large.runsNeeded!).toBeLessThan(small.runsNeeded ?? Infinity);
    expect(large.runsNeeded!).toBeGreaterThan(0);
  });

  it('is the same for the same seed, and refuses three runs', () => {
    expect(compareRuns(cloud(1, 8), cloud(2, 8), zone, 4)).toEqual(
      compareRuns(cloud(1, 8), cloud(2, 8), zone, 4),
    );
    expect(() => compareRuns(cloud(1, 3), cloud(2, 8), zone, 4)).toThrow(/at least four/);
  });
});

describe('claims', () => {
  it.each(reference.claims)(
    '$hits of $tries agree with SciPy',
    ({ hits, tries, goal, rate, more }) => {
      expect(lowerConfidenceBound(hits, tries)).toBeCloseTo(rate, 9);
      expect(furtherHitsToClaim(hits, tries, goal)).toBe(more);
    },
  );

  it('of 9 in 10 from nothing take 22 hits in a row', () => {
    expect(furtherHitsToClaim(0, 0, 0.9)).toBe(22);
  });
});

it('R50 and R95 of a round cloud about the target are 1.177 and 2.448 of its spread', () => {
  const summary = {
    ...summarise(cloud(1, 5)),
    mean: { along: 0, left: 0, turned: 0 },
    accuracy: 0,
    covariance: { along: 49, left: 49, cross: 0 },
  };
  expect(circularErrorProbable(0.5, summary)).toBeCloseTo(7 * Math.sqrt(2 * Math.log(2)), 1);
  expect(circularErrorProbable(0.95, summary)).toBeCloseTo(7 * Math.sqrt(2 * Math.log(20)), 1);
});

describe('a promise', () => {
  it.each(reference.promises)('is tested as the reference does (%#)', ({ offsets, runs, p }) => {
    const promise = {
      checkpointId: 'c',
      runs,
      before: { along: 10, left: 0, turned: 0 },
      expected: { along: 0, left: 0, turned: 0 },
      chanceBefore: 0.5,
      chance: 0.9,
    };
    expect(checkPredictedEffect(promise, summarise(offsetsOf(offsets))).p).toBeCloseTo(p, 9);
  });

  const spread = {
    covariance: { along: 90, left: 160, cross: -30 },
    turnedSpread: 0,
    turnedWithAlong: 0,
    turnedWithLeft: 0,
  };

  it.each(reference.unequalPromises)(
    'takes in how the old runs spread, as the reference does (%#)',
    ({ offsets, runs, p }) => {
      const promise = {
        checkpointId: 'c',
        runs,
        before: { along: 10, left: 0, turned: 0 },
        expected: { along: 0, left: 0, turned: 0 },
        chanceBefore: 0.5,
        chance: 0.9,
        spread,
      };
      expect(checkPredictedEffect(promise, summarise(offsetsOf(offsets))).p).toBeCloseTo(p, 8);
    },
  );

  it('is seldom called broken when it is kept, however differently the runs spread', () => {
    const rate = (before: number, after: number) => {
      const broken = Array.from({ length: 400 }, (_, seed) => {
        const old = summarise(cloud(2 * seed + 1, 8, before, 20));
        const promise = {
          checkpointId: 'c',
          runs: 8,
          before: old.mean,
          expected: { ...old.mean, along: old.mean.along - 20 },
          chanceBefore: 0.5,
          chance: 0.9,
          spread: old,
        };
        const came = summarise(cloud(2 * seed + 2, 12, after, 0));
        return checkPredictedEffect(promise, came).kind === 'not kept';
      });
      return broken.filter(Boolean).length / broken.length;
    };
    // 5 %, and three standard errors of it.
    for (const [before, after] of [
      [4, 12],
      [12, 4],
      [7, 7],
    ] as const) {
      expect(rate(before, after)).toBeLessThan(0.05 + 3 * Math.sqrt((0.05 * 0.95) / 400));
    }
  });

  it('is kept when the runs come where they should, and not kept when nothing moved', () => {
    const promise = {
      checkpointId: 'c',
      runs: 10,
      before: { along: 18, left: 0, turned: 0 },
      expected: { along: 0, left: 0, turned: 0 },
      chanceBefore: 0.6,
      chance: 0.97,
    };
    const kept = checkPredictedEffect(promise, summarise(cloud(3, 10, 5, 0)));
    expect(kept.kind).toBe('kept');
    expect(kept.moved).toBeGreaterThan(0.7);
    expect(checkPredictedEffect(promise, summarise(cloud(3, 10, 5, 18))).kind).toBe('not kept');
    expect(checkPredictedEffect(promise, summarise(cloud(3, 3, 5, 18))).kind).toBe('too early');
  });
});

describe('points', () => {
  it.each(reference.points)('have the interval of the reference (%#)', (expected) => {
    const models = expected.full.map((points, i) => ({ id: `m${i}`, name: `Model ${i}`, points }));
    const runs = expected.shares.map((row) =>
      row.map((share, i) => ({
        modelId: `m${i}`,
        hit: share === 1,
        points: share === 0.5 ? expected.full[i]! / 2 : null,
      })),
    );
    const found = routePoints(models, runs);
    expect(found.expected).toBeCloseTo(expected.expected, 9);
    expect(found.low).toBeCloseTo(expected.low, 9);
    expect(found.high).toBeCloseTo(expected.high, 9);
  });

  it('count a model that nobody tried as unknown, not as missed', () => {
    const found = routePoints([{ id: 'a', name: 'A', points: 20 }], []);
    expect(found.models[0]).toMatchObject({ tries: 0, low: 0, high: 20 });
  });
});

describe('the honesty of a forecast', () => {
  it('holds its levels when measured and forecast runs come from one source', () => {
    const forecast = cloud(1, 2000);
    const counts = LEVELS.map(() => 0);
    for (let seed = 100; seed < 400; seed++) {
      coverage(cloud(seed, 10), forecast, false).forEach(({ inside }, i) => (counts[i]! += inside));
    }
    LEVELS.forEach((level, i) => expect(Math.abs(counts[i]! / 3000 - level)).toBeLessThan(0.03));
  });

  it('shows a forecast that promises too little spread', () => {
    const found = coverage(cloud(2, 30, 12), cloud(1, 2000, 5), false);
    expect(found.every(({ honest }) => !honest)).toBe(true);
  });

  it('can judge the spread alone, with the offset laid aside', () => {
    const measured = cloud(2, 40, 5, 50);
    expect(coverage(measured, cloud(1, 2000), false)[2]!.inside).toBe(0);
    expect(coverage(measured, cloud(1, 2000), true).every(({ honest }) => honest)).toBe(true);
  });
});

describe('noise levels fitted to the log', () => {
  const sources = [
    { source: 'start', covariance: { along: 4, left: 60, cross: 0 } },
    { source: 'slip', covariance: { along: 30, left: 5, cross: 3 } },
  ];

  it('stay as they are when the log agrees', () => {
    const agreed = { along: 34, left: 65, cross: 3 };
    for (const { factor } of fitSources(sources, agreed, 20)) expect(factor).toBeCloseTo(1, 6);
  });

  it('find the source that grew, from many runs', () => {
    const grown = { along: 4 + 4 * 30, left: 60 + 4 * 5, cross: 12 };
    const [start, slip] = fitSources(sources, grown, 2000);
    expect(start!.factor).toBeCloseTo(1, 1);
    expect(slip!.factor).toBeCloseTo(2, 1);
  });

  it('move little for few runs', () => {
    const grown = { along: 4 + 4 * 30, left: 60 + 4 * 5, cross: 12 };
    const few = fitSources(sources, grown, 4)[1]!.factor;
    const many = fitSources(sources, grown, 400)[1]!.factor;
    expect(few).toBeGreaterThan(1);
    expect(few).toBeLessThan(many);
  });
});

it('A uniform draw never leaves its range, so that deals of runs are fair', () => {
  const draw = uniform(9);
  for (let i = 0; i < 1000; i++) {
    const value = draw();
    expect(value).toBeGreaterThanOrEqual(0);
    expect(value).toBeLessThan(1);
  }
});
