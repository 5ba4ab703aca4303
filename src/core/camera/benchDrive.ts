import { paced } from '../analysis/moves/track.ts';
import type { SeenDrive } from '../benches/seenDrive.ts';
import { wrapAngle } from '../mathematics/angle.ts';
import { relativeTo } from '../mathematics/pose.ts';
import type { SeenRun } from './runDetector.ts';

/** s between two moments at which speeds are looked at. */
const PERIOD = 0.02;

/** What a bench reads of a drive that was seen: how far it came and turned, from where it stood to where it stands. */
export function benchDrive({
  start,
  end,
  track,
}: Pick<SeenRun, 'start' | 'end' | 'track'>): SeenDrive {
  const { x: ahead, y: left } = relativeTo(start, end);
  const { heading, speed, turning } = paced(track, PERIOD);
  // The track says how many whole turns it made, both ends to the angle.
  const about = heading.at(-1)! - heading[0]!;
  const turned = about + wrapAngle(end.heading - start.heading - about);
  const most = (values: Float64Array) =>
    values.reduce((top, one) => Math.max(top, Math.abs(one)), 0);
  return { ahead, left, turned, top: { speed: most(speed), rate: most(turning) } };
}
