import { pathToFileURL } from 'node:url';
import type { MeasuredRun } from '../../src/core/analysis/runs/measuredRun.ts';
import { verdictOf, type Verdict } from '../../src/core/analysis/runs/verdict.ts';
import { hitChance } from '../../src/core/analysis/runs/hitChance.ts';
import { radians } from '../../src/core/mathematics/angle.ts';
import { normal, uniform, type Draw } from '../../src/core/mathematics/randomness.ts';
import { circleZone } from '../fixtures/field.ts';

export const GOAL = 0.9;
export const ZONE = circleZone(20);
export const HEADING_ZONE = circleZone(20, { headingTolerance: radians(8) });

/** How a series of runs comes about: the spread of each axis about a middle, in mm, the heading in rad. */
export interface Series {
  name: string;
  spread: number;
  offset?: number;
  turned?: number;
  /** mm that the middle moves with each run. */
  drift?: number;
  /** Odd runs come from four times as far, one in twelve. */
  tails?: 'normal' | 't2' | 't3' | 'odd';
  /** Places are read to this, mm. */
  ruler?: number;
  /** The left axis is typed as 0. */
  oneAxis?: boolean;
  zone?: typeof ZONE;
}

/** Standard deviation, mm, at which round runs on the target hit a circle of 20 mm with a chance. */
export const spreadFor = (chance: number) => 20 / Math.sqrt(-2 * Math.log(1 - chance));

/** A normal number, or one with heavy tails: Student's t, or one in twelve from four times as far. */
function tailed(tails: Series['tails'], draw: Draw, even: Draw): number {
  switch (tails) {
    case 't2':
    case 't3': {
      const freedom = tails === 't2' ? 2 : 3;
      const squares = Array.from({ length: freedom }, draw).reduce((sum, z) => sum + z * z, 0);
      return draw() / Math.sqrt(squares / freedom);
    }
    case 'odd':
      return draw() * (even() < 0.08 ? 4 : 1);
    default:
      return draw();
  }
}

export function seriesOf(series: Series, seed: number, count: number): MeasuredRun[] {
  const { spread, offset = 0, turned = 0, drift = 0, ruler = 1, tails = 'normal' } = series;
  const [draw, even] = [normal(seed, 1, 51), uniform(seed, 1, 52)];
  const read = (value: number) => ruler * Math.round(value / ruler);
  return Array.from({ length: count }, (_, i) => ({
    offset: {
      along: read(offset + drift * i + spread * tailed(tails, draw, even)),
      left: series.oneAxis === true ? 0 : read(spread * tailed(tails, draw, even)),
      turned: turned + radians(2) * draw(),
    },
    hit: null,
  }));
}

/** Share of seeds in which a series of so many runs is judged in one of these ways. */
export function shareJudged(
  series: Series,
  count: number,
  seeds: number,
  judged: (verdict: Verdict) => boolean,
): number {
  let found = 0;
  for (let seed = 0; seed < seeds; seed++) {
    const verdict = verdictOf(seriesOf(series, seed, count), series.zone ?? ZONE, GOAL);
    if (judged(verdict)) found++;
  }
  return found / seeds;
}

/** The true chance to hit of a series without drift. */
export function trueChance({ spread, offset = 0 }: Series): number {
  const covariance = { along: spread ** 2, left: spread ** 2, cross: 0 };
  return hitChance(
    ZONE,
    { covariance, turnedSpread: 0, turnedWithAlong: 0, turnedWithLeft: 0 },
    { along: offset, left: 0, turned: 0 },
  );
}

/** Share of seeds in which the 95 % range of the chance holds the true one. */
export function coverage(series: Series, count: number, seeds: number): number {
  const truth = trueChance(series);
  return shareJudged(
    series,
    count,
    seeds,
    ({ now }) => now !== null && now.low <= truth && truth <= now.high,
  );
}

/** Series whose true chance goes from 0.3 to 0.98: too wide, or beside the target, or both. */
export const COVERED: readonly Series[] = [
  { name: 'on target, 0.30', spread: spreadFor(0.3) },
  { name: 'on target, 0.50', spread: spreadFor(0.5) },
  { name: 'on target, 0.70', spread: spreadFor(0.7) },
  { name: 'on target, 0.85', spread: spreadFor(0.85) },
  { name: 'on target, 0.92', spread: spreadFor(0.92) },
  { name: 'on target, 0.98', spread: spreadFor(0.98) },
  { name: '15 mm off, 7 mm wide', spread: 7, offset: 15 },
  { name: '8 mm off, 9 mm wide', spread: 9, offset: 8 },
  { name: '20 mm off, 5 mm wide', spread: 5, offset: 20 },
  { name: '4 mm off, 6.5 mm wide', spread: 6.5, offset: 4 },
];

const kind =
  (...kinds: Verdict['kind'][]) =>
  (verdict: Verdict) =>
    kinds.includes(verdict.kind);

/** What is promised of the verdict: of which series, in how many of them, and at least or at most how often. */
export const PROMISES: readonly {
  series: Series;
  counts: readonly number[];
  judged: Verdict['kind'][];
  least?: number;
  most?: number;
}[] = [
  {
    series: { name: 'true 0.917 on target', spread: spreadFor(0.917) },
    counts: [10, 20],
    judged: ['tighten', 'aim'],
    most: 0.08,
  },
  {
    series: { name: 'true 0.917 on target', spread: spreadFor(0.917) },
    counts: [10, 20],
    judged: ['aim'],
    most: 0.02,
  },
  {
    series: { name: 'true 0.996 on target', spread: spreadFor(0.996) },
    counts: [10, 20],
    judged: ['leave it'],
    least: 0.97,
  },
  {
    series: { name: 'true 0.74, 15 mm off', spread: 6.2, offset: 15 },
    counts: [10],
    judged: ['leave it'],
    most: 0.05,
  },
  {
    series: { name: 'true 0.74, 15 mm off', spread: 6.2, offset: 15 },
    counts: [10, 20],
    judged: ['aim'],
    least: 0.85,
  },
  {
    series: { name: 'true 0.74 on target', spread: spreadFor(0.74) },
    counts: [10, 20],
    judged: ['aim'],
    most: 0.02,
  },
  {
    series: { name: 'drift of half a spread a run', spread: spreadFor(0.996), drift: 3 },
    counts: [10],
    judged: ['leave it'],
    most: 0.1,
  },
  {
    series: { name: 'normal', spread: spreadFor(0.917) },
    counts: [10, 20],
    judged: ['unstable'],
    most: 0.015,
  },
  {
    series: { name: 'Student’s t with 2 degrees', spread: 5, tails: 't2' },
    counts: [10, 20],
    judged: ['unstable'],
    most: 0.015,
  },
  {
    series: { name: 'read to 5 mm', spread: 6, ruler: 5 },
    counts: [10, 20],
    judged: ['unstable'],
    most: 0.015,
  },
  {
    series: { name: 'heading 11° off', spread: 4, turned: radians(11), zone: HEADING_ZONE },
    counts: [10],
    judged: ['aim', 'tighten'],
    least: 0.9,
  },
  {
    series: { name: 'one axis always 0', spread: spreadFor(0.917), oneAxis: true },
    counts: [10, 20],
    judged: ['aim'],
    most: 0.02,
  },
];

/** Series with heavy tails, what they should be called, and after how many runs. */
export const HEAVY: readonly { series: Series; count: number; judged: Verdict['kind'] }[] = (
  ['t3', 'odd'] as const
).flatMap((tails) => {
  const words = tails === 't3' ? 'Student’s t with 3 degrees' : '8 % odd runs';
  return [
    { series: { name: words, spread: 4, tails }, count: 10, judged: 'leave it' as const },
    { series: { name: words, spread: 4, tails }, count: 20, judged: 'leave it' as const },
    {
      series: { name: `${words}, 15 mm off`, spread: 5, offset: 15, tails },
      count: 10,
      judged: 'aim' as const,
    },
  ];
});

/** The normal series with the same offset and the same chance to hit as one with heavy tails. */
export function alikeNormal(series: Series): Series {
  const many = seriesOf({ ...series, ruler: 1e-6 }, 1, 40_000);
  const chance =
    many.filter(({ offset }) => Math.hypot(offset.along, offset.left) <= 20).length / many.length;
  let [low, high] = [0.5, 40];
  for (let i = 0; i < 40; i++) {
    const spread = (low + high) / 2;
    if (trueChance({ ...series, spread }) > chance) low = spread;
    else high = spread;
  }
  const name = `normal with the same chance, ${chance.toFixed(3)}`;
  return { ...series, name, spread: low, tails: 'normal' };
}

export function kept(promise: (typeof PROMISES)[number], count: number, seeds: number): number {
  return shareJudged(promise.series, count, seeds, kind(...promise.judged));
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const seeds = Number(process.argv[2] ?? 2000);
  const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
  process.stdout.write(
    '| series | runs | judged | share | promised |\n| --- | --- | --- | --- | --- |\n',
  );
  for (const promise of PROMISES) {
    for (const count of promise.counts) {
      const share = kept(promise, count, seeds);
      const wanted =
        promise.most === undefined
          ? `at least ${percent(promise.least!)}`
          : `at most ${percent(promise.most)}`;
      process.stdout.write(
        `| ${promise.series.name} | ${count} | ${promise.judged.join(' or ')} | ${percent(share)} | ${wanted} |\n`,
      );
    }
  }
  for (const { series, count, judged } of HEAVY) {
    for (const one of [series, alikeNormal(series)]) {
      const share = shareJudged(one, count, seeds, kind(judged));
      process.stdout.write(`| ${one.name} | ${count} | ${judged} | ${percent(share)} | |\n`);
    }
  }
  process.stdout.write('\n| series | true | n = 5 | 10 | 20 |\n| --- | --- | --- | --- | --- |\n');
  for (const series of COVERED) {
    const shares = [5, 10, 20].map((count) => percent(coverage(series, count, seeds)));
    process.stdout.write(
      `| ${series.name} | ${trueChance(series).toFixed(3)} | ${shares.join(' | ')} |\n`,
    );
  }
}
