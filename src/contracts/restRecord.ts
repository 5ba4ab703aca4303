import {
  driftSentence,
  driftWithoutRoute,
  type DriftVerdict,
} from '../core/analysis/checks/driftVerdict.ts';
import type { GyroRest } from '../core/benches/rest/gyroRest.ts';
import type { BenchOf } from '../core/benches/index.ts';
import type { Conditions } from '../core/benches/definition.ts';
import type { Tried } from '../core/benches/rest/bench.ts';

/** What a check of a gyro found, and under what. */
export interface RestFound {
  rest: GyroRest;
  verdict: DriftVerdict | null;
  /** Lines that went missing on the link. */
  lost: number;
  /** The telemetry that it stands on. */
  telemetry: string;
  tried: Tried | null;
  conditions: Conditions;
  /** Name of the route that it was judged by; unused without a verdict. */
  route: string;
  rightPositive: boolean;
}

/** The record of a check, as it is kept. */
export function restRecordOf(found: RestFound): BenchOf<'rest'> {
  const { rest, verdict, lost, telemetry, tried, conditions, route, rightPositive } = found;
  const { bias, stillFor, lasted, samples, step, noise, moved, findings } = rest;
  const worst = verdict?.worst ?? null;
  return {
    kind: 'rest',
    conditions,
    telemetry,
    rightPositive,
    tried,
    found: {
      bias,
      stillFor,
      lasted,
      samples,
      lost,
      step,
      noise,
      moved,
      randomWalk: findings.randomWalk,
      biasInstability: findings.biasInstability,
    },
    against:
      worst === null
        ? null
        : { route, checkpoint: worst.checkpoint, cost: worst.cost, budget: worst.budget },
    fitness: verdict === null || worst === null ? driftWithoutRoute(bias) : verdict.fitness,
    sentence: driftSentence(bias, verdict),
  };
}
