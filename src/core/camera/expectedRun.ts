import { stepBetween, type TrackPoint } from '../analysis/moves/track.ts';
import type { RunRecord } from '../simulation/run.ts';
import type { Pose } from '../mathematics/pose.ts';

/** What a run is expected to be like. */
export interface ExpectedRun {
  /** Null when it may set off wherever it stands. */
  start: Pose | null;
  /** How long it takes, s, and how far its wheels go, mm. */
  duration: number;
  path: number;
  /** The longest it stands still on its way, s. */
  pause: number;
}

/** A drive of a bench: from wherever it stands, as far as it goes. */
export const ANY_DRIVE: ExpectedRun = { start: null, duration: 0, path: 0, pause: 0 };

/** A robot that turns by a rad goes about so far with its wheels, mm. */
const TURN_ARM = 60;
/** Slower than this it stands, mm a moment of a trace. */
const STANDING = 0.4;

/** What a run will look like from above, by the run as it was planned. */
export function expectedRun({ trace, duration, moves }: RunRecord): ExpectedRun & { start: Pose } {
  let path = 0;
  let pause = 0;
  let stoodSince = trace[0]!.time;
  for (let i = 1; i < trace.length; i++) {
    const way = wheelWay(trace[i - 1]!, trace[i]!);
    path += way;
    if (way > STANDING) stoodSince = trace[i]!.time;
    else pause = Math.max(pause, trace[i]!.time - stoodSince);
  }
  return { start: moves[0]!.start, duration, path, pause };
}

/** How far wheels go between two poses, mm: ahead, and round about. */
export function wheelWay(from: Omit<TrackPoint, 'time'>, to: Omit<TrackPoint, 'time'>): number {
  const { ahead, turned } = stepBetween(from, to);
  return Math.abs(ahead) + TURN_ARM * Math.abs(turned);
}
