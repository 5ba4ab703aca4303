import { distanceOfMotor, turnOfMotor } from '../../robot/driveBase.ts';
import type { DriveBase } from '../../robot/parameters.ts';
import { valueOf, type TelemetrySegment } from '../episodes.ts';

/** s over which a speed is taken from the motors' positions: shorter ones show their steps. */
const WINDOW = 0.1;
/** Share of the top speed above which the robot has not begun to stop. */
const AT_SPEED = 0.9;

/** How a straight or a turn went by its motors. */
export interface Motion {
  /** Top speed, mm/s or rad/s. */
  top: number;
  /** How far it went after it was last near that speed, mm or rad. */
  stopping: number;
}

/** The motion of a segment; null where its lines tell of none. */
export function motionOf(
  segment: TelemetrySegment,
  drive: DriveBase,
  move: 'straight' | 'turn',
): Motion | null {
  const places = segment.flatMap((line): { time: number; way: number }[] => {
    const [time, left, right] = ['t', 'left', 'right'].map((name) => valueOf(line, name));
    if (time == null || left == null || right == null) return [];
    const way =
      move === 'straight'
        ? distanceOfMotor(drive, (left + right) / 2)
        : turnOfMotor(drive, (right - left) / 2, 'spot');
    return [{ time, way }];
  });
  let top = 0;
  let from = 0;
  const speeds = places.map(({ time, way }, i) => {
    while (places[from]!.time < time - WINDOW) from++;
    const before = places[Math.max(0, from - 1)]!;
    const speed =
      i === 0 || time <= before.time ? 0 : Math.abs(way - before.way) / (time - before.time);
    if (time - before.time >= WINDOW / 2) top = Math.max(top, speed);
    return speed;
  });
  if (top === 0) return null;
  // The window looks back: half of it lies before the moment that the speed belongs to.
  const last = speeds.findLastIndex((speed) => speed >= AT_SPEED * top);
  const begins = places.findLast(({ time }) => time <= places[last]!.time - WINDOW / 2);
  return begins === undefined ? null : { top, stopping: Math.abs(places.at(-1)!.way - begins.way) };
}
