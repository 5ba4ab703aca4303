import { describe, expect, it } from 'vitest';
import {
  alikeNormal,
  COVERED,
  coverage,
  GOAL,
  HEAVY,
  kept,
  PROMISES,
  seriesOf,
  shareJudged,
  ZONE,
} from '../../../../tests/experiments/verdictRates.ts';
import { mean } from '../../mathematics/sample.ts';
import { contradictionOf } from './contradiction.ts';
import { chancesOf, rangeOf } from './chanceRange.ts';
import { offsetPosterior, usualScale } from './posterior.ts';
import { verdictOf } from './verdict.ts';

/** Few, because the suite is run often; docs/mathematics.md has the table of 1,000. */
const SEEDS = 60;
/** Three standard errors of a share. */
const margin = (share: number) => 3 * Math.sqrt((share * (1 - share)) / SEEDS);
const NOWHERE = { along: 0, left: 0, turned: 0 };

describe('the verdict, over many series', () => {
  const cases = PROMISES.flatMap((promise) => promise.counts.map((count) => ({ promise, count })));
  it.each(cases)('$promise.series.name, $count runs: $promise.judged', ({ promise, count }) => {
    const share = kept(promise, count, SEEDS);
    if (promise.least !== undefined)
      expect(share).toBeGreaterThanOrEqual(promise.least - margin(promise.least));
    if (promise.most !== undefined)
      expect(share).toBeLessThanOrEqual(promise.most + margin(promise.most));
  });

  it.each(HEAVY)(
    '$series.name, $count runs: as good as normal ones',
    ({ series, count, judged }) => {
      const share = (one: typeof series) =>
        shareJudged(one, count, SEEDS, ({ kind }) => kind === judged);
      expect(share(series)).toBeGreaterThanOrEqual(share(alikeNormal(series)) - 0.1 - margin(0.85));
    },
  );

  it('gives ranges that hold the true chance in 92 to 98 % of series', () => {
    const shares = [5, 10, 20].flatMap((count) =>
      COVERED.map((series) => coverage(series, count, SEEDS)),
    );
    expect(mean(shares)).toBeGreaterThan(0.92);
    expect(mean(shares)).toBeLessThan(0.98);
    for (const share of shares) expect(share).toBeGreaterThanOrEqual(0.88 - margin(0.88));
  });
});

describe('a verdict that is still open', () => {
  it('is settled after about as many runs as it says', () => {
    const series = { name: '', spread: 10.5 };
    let [asked, settled] = [0, 0];
    for (let seed = 0; seed < 60; seed++) {
      const { kind, settledAfter } = verdictOf(seriesOf(series, seed, 10), ZONE, GOAL);
      if (kind !== 'cannot tell' || settledAfter === null) continue;
      asked++;
      const later = verdictOf(seriesOf(series, seed, 10 + 2 * settledAfter), ZONE, GOAL);
      if (later.kind !== 'cannot tell') settled++;
    }
    expect(asked).toBeGreaterThan(5);
    expect(settled / asked).toBeGreaterThan(0.6);
  });
});

describe('runs that were seen', () => {
  const runs = seriesOf({ name: '', spread: 4 }, 3, 12);

  it('to miss although they lie inside contradict the places, and nothing is advised', () => {
    const ticked = runs.map((run, i) => ({ ...run, hit: i % 3 === 0 }));
    const { kind, reason, contradiction } = verdictOf(ticked, ZONE, GOAL);
    expect({ kind, reason }).toEqual({ kind: 'cannot tell', reason: 'contradiction' });
    expect(contradiction).toEqual({ judged: 12, hits: 4, inside: 12 });
  });

  it('otherwise than they lie in two of twelve runs may be slips of the pen', () => {
    const ticked = runs.map((run, i) => ({ ...run, hit: i > 1 }));
    expect(contradictionOf(ticked, ZONE, [0.99])).toBeNull();
  });

  it('and not measured make chances likelier that bring about as many hits', () => {
    const measured = seriesOf({ name: '', spread: 9 }, 5, 6);
    const none = verdictOf(measured, ZONE, GOAL).now!;
    const many = verdictOf(measured, ZONE, GOAL, { hits: 20, runs: 20 }).now!;
    const few = verdictOf(measured, ZONE, GOAL, { hits: 8, runs: 20 }).now!;
    expect(many.expected).toBeGreaterThan(none.expected);
    expect(few.expected).toBeLessThan(none.expected);
    expect(many.high - many.low).toBeLessThan(none.high - none.low);
    // So many that their likelihood is no number any more.
    const all = verdictOf(measured, ZONE, GOAL, { hits: 4000, runs: 5000 }).now!;
    expect(Math.abs(all.expected - 0.8)).toBeLessThan(0.1);
  });
});

describe('evenings that lie apart', () => {
  it('leave open where the next one will lie', () => {
    const series = seriesOf({ name: '', spread: 4 }, 9, 16);
    const evenings = (apart: number) =>
      series.map(({ offset }, i) => ({
        offset: { ...offset, along: offset.along + (i < 8 ? -apart : apart) },
        session: i < 8 ? 'Monday' : 'Tuesday',
      }));
    const rangeFor = (apart: number) => {
      const posterior = offsetPosterior(evenings(apart), usualScale(ZONE), false, 1);
      return rangeOf(chancesOf(posterior, ZONE, NOWHERE));
    };
    const [together, apart] = [rangeFor(0), rangeFor(12)];
    expect(apart.high - apart.low).toBeGreaterThan(2 * (together.high - together.low));
    const judged = evenings(12).map((run) => ({ ...run, hit: null }));
    const { kind, effects } = verdictOf(judged, ZONE, GOAL);
    expect(kind).toBe('unstable');
    expect(effects[0]!.factor).toMatch(/session|order|run before/);
  });
});

describe('one odd run', () => {
  it('is told from the others, and hardly moves what is known of them', () => {
    const runs = seriesOf({ name: '', spread: 4 }, 12, 10);
    const clean = verdictOf(runs, ZONE, GOAL);
    const odd = [...runs.slice(0, 9), { ...runs[9]!, offset: { along: 60, left: -50, turned: 0 } }];
    const found = verdictOf(odd, ZONE, GOAL);
    expect(clean.odd).toEqual([]);
    expect(found.odd).toEqual([9]);
    expect(Math.hypot(found.posterior!.middle.along, found.posterior!.middle.left)).toBeLessThan(4);
  });
});
