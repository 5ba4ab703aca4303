import type { Zone } from '../../field/field.ts';
import type { Checkpoint } from '../../route/checkpoints.ts';
import type { MeasuredRun, Ticks } from './measuredRun.ts';

/** A run as it is logged: where it ended at some checkpoints, and what was seen at some models. */
export interface LoggedRun {
  measurements: readonly {
    checkpointId: string;
    along: number;
    left: number;
    turned: number | null;
  }[];
  outcomes: readonly { modelId: string; hit: boolean }[];
  setAside: string | null;
  battery: number | null;
  /** When the gyro was zeroed or checked before this run; null when nobody did. */
  gyroAt: string | null;
  happenedAt: string;
  sessionId: string;
}

/**
 * The runs that count at one checkpoint: measured there and not set aside. When any of them has no
 * heading, headings cannot be judged, and the zone comes back without its heading tolerance. Runs that were only
 * seen to hit or miss are counted beside them.
 */
export function measuredRuns(
  runs: readonly LoggedRun[],
  checkpoint: Checkpoint,
  zone: Zone,
): { runs: MeasuredRun[]; ticks: Ticks; zone: Zone; headingJudged: boolean } {
  const kept = runs.filter((run) => run.setAside === null);
  const seen = kept.flatMap((run) => {
    if (run.measurements.some((m) => m.checkpointId === checkpoint.id)) return [];
    return run.outcomes.filter((outcome) => outcome.modelId === checkpoint.modelId);
  });
  const counted = kept.flatMap((run) => {
    const measurement = run.measurements.find((m) => m.checkpointId === checkpoint.id);
    if (measurement === undefined) return [];
    const outcome = run.outcomes.find((o) => o.modelId === checkpoint.modelId);
    return [{ run, measurement, hit: outcome?.hit ?? null }];
  });
  const headingJudged = counted.every(({ measurement }) => measurement.turned !== null);
  return {
    runs: counted.map(({ run, measurement: { along, left, turned }, hit }) => ({
      offset: { along, left, turned: turned ?? 0 },
      hit,
      battery: run.battery,
      sinceZero: sinceZero(run),
      session: run.sessionId,
    })),
    ticks: { runs: seen.length, hits: seen.filter(({ hit }) => hit).length },
    zone: headingJudged ? zone : { ...zone, headingTolerance: null },
    headingJudged,
  };
}

/** A check longer ago than this belongs to another practice, s. */
const LONGEST_SINCE_ZERO = 4 * 3600;

/** Time since the gyro was zeroed before a run, s; null when that is not known. */
function sinceZero({ gyroAt, happenedAt }: Pick<LoggedRun, 'gyroAt' | 'happenedAt'>) {
  if (gyroAt === null) return null;
  const seconds = (Date.parse(happenedAt) - Date.parse(gyroAt)) / 1000;
  return seconds >= 0 && seconds <= LONGEST_SINCE_ZERO ? seconds : null;
}
