import { z } from 'zod';
import { firstIssue } from '../contracts/problem.ts';
import { listOf } from '../core/schema/scalars.ts';
import { verdictWords } from '../core/text/sentences.ts';
import type { MeasuredRun } from '../core/analysis/runs/measuredRun.ts';
import { verdictOf } from '../core/analysis/runs/verdict.ts';
import type { ChanceRange } from '../core/analysis/runs/chanceRange.ts';
import type { Zone } from '../core/field/field.ts';
import { radians } from '../core/mathematics/angle.ts';
import { STARTING_SETUP } from '../core/robot/parameters.ts';

const length = z.number().min(-5000).max(5000);
const tolerance = z.number().positive().max(180).nullable().default(null);

const zoneSchema = z.discriminatedUnion('shape', [
  z.strictObject({
    shape: z.literal('circle'),
    radius_mm: z.number().positive().max(5000),
    heading_tolerance_deg: tolerance,
  }),
  z.strictObject({
    shape: z.literal('polygon'),
    corners_mm: listOf(z.tuple([length, length]), { least: 3, most: 60 }),
    heading_tolerance_deg: tolerance,
  }),
]);

/** A series of runs against a zone: one line of what `judge` reads. Right, far and right turns are positive. */
const seriesSchema = z.strictObject({
  goal: z.number().min(0.05).max(0.999),
  zone: zoneSchema,
  runs: listOf(
    z.strictObject({
      right_mm: length,
      far_mm: length,
      turned_right_deg: z.number().min(-180).max(180).nullable().default(null),
      hit: z.boolean().nullable().default(null),
      battery_v: z.number().positive().max(100).nullable().default(null),
      since_zero_s: z.number().min(0).max(1e6).nullable().default(null),
      session: z.string().max(200).nullable().default(null),
    }),
    { most: 100_000 },
  ),
});

/** A chance with its 95 % interval; null where it is not known. */
type Chance = [low: number | null, best: number | null, high: number | null];

/** One line of what `judge` answers. */
export interface Judgement {
  verdict: string;
  headline: string;
  chance_now: Chance;
  chance_aimed: Chance;
  runs: number;
  hits: number;
}

/** Judges one line of JSON. Throws an Error that says what is wrong with it. */
export function judgeLine(line: string): Judgement {
  let value: unknown;
  try {
    value = JSON.parse(line);
  } catch {
    throw new Error('this is not JSON.');
  }
  const parsed = seriesSchema.safeParse(value);
  if (!parsed.success) throw new Error(firstIssue(parsed.error).detail);
  const { goal, runs } = parsed.data;
  const measured = runs.map((run): MeasuredRun => ({
    offset: {
      along: run.far_mm,
      left: -run.right_mm,
      turned: -radians(run.turned_right_deg ?? 0),
    },
    hit: run.hit,
    battery: run.battery_v,
    sinceZero: run.since_zero_s,
    session: run.session,
  }));
  const headings = runs.every((run) => run.turned_right_deg !== null);
  const verdict = verdictOf(measured, zoneOf(parsed.data.zone, headings), goal);
  const { headline } = verdictWords(
    verdict,
    goal,
    { startId: '', moves: [] },
    STARTING_SETUP,
    null,
    [],
  );
  return {
    verdict: verdict.kind,
    headline,
    chance_now: chanceOf(verdict.now),
    chance_aimed: chanceOf(verdict.aimed),
    runs: verdict.runs,
    hits: verdict.hits,
  };
}

function chanceOf(range: ChanceRange | null): Chance {
  return range === null ? [null, null, null] : [range.low, range.expected, range.high];
}

/** The zone with its middle at the origin; a heading that nobody measured cannot be asked for. */
function zoneOf(zone: z.infer<typeof zoneSchema>, headings: boolean): Zone {
  const wanted = zone.heading_tolerance_deg;
  return {
    target: { x: 0, y: 0, heading: 0 },
    shape:
      zone.shape === 'circle'
        ? { kind: 'circle', radius: zone.radius_mm }
        : {
            kind: 'polygon',
            corners: zone.corners_mm.map(([right, far]) => ({ x: far, y: -right })),
          },
    headingTolerance: headings && wanted !== null ? radians(wanted) : null,
  };
}
