import { wrapAngle } from '../../mathematics/angle.ts';
import type { Pose } from '../../mathematics/pose.ts';

/** A robot at a moment: s by the clock of whoever saw it. */
export interface TrackPoint extends Pose {
  time: number;
}

/** A track at a steady pace, its heading counted over whole turns. */
export interface PacedTrack {
  /** s between two moments, and the time of the first. */
  period: number;
  from: number;
  x: Float64Array;
  y: Float64Array;
  heading: Float64Array;
  /** Speed ahead, mm/s, and turning, rad/s, as they are over {@link SPEED_OVER}. */
  speed: Float64Array;
  turning: Float64Array;
}

/** Speeds are differences over so many s: shorter, and they are noise; longer, and they are late. */
const SPEED_OVER = 0.2;

/** A track at a steady pace, straight from point to point. Needs two points. */
export function paced(track: readonly TrackPoint[], period: number): PacedTrack {
  const from = track[0]!.time;
  const count = Math.max(2, Math.floor((track.at(-1)!.time - from) / period) + 1);
  const [x, y, heading] = [0, 0, 0].map(() => new Float64Array(count)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const whole = [track[0]!.heading];
  for (let i = 1; i < track.length; i++)
    whole.push(whole[i - 1]! + wrapAngle(track[i]!.heading - track[i - 1]!.heading));
  let next = 1;
  for (let i = 0; i < count; i++) {
    const time = from + i * period;
    while (next < track.length - 1 && track[next]!.time < time) next++;
    const [a, b] = [track[next - 1]!, track[next]!];
    const share =
      b.time > a.time ? Math.min(1, Math.max(0, (time - a.time) / (b.time - a.time))) : 1;
    x[i] = a.x + share * (b.x - a.x);
    y[i] = a.y + share * (b.y - a.y);
    heading[i] = whole[next - 1]! + share * (whole[next]! - whole[next - 1]!);
  }
  const half = Math.max(1, Math.round(SPEED_OVER / 2 / period));
  const speed = new Float64Array(count);
  const turning = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const [a, b] = [Math.max(0, i - half), Math.min(count - 1, i + half)];
    const seconds = (b - a) * period;
    const [cosine, sine] = [Math.cos(heading[i]!), Math.sin(heading[i]!)];
    speed[i] = (cosine * (x[b]! - x[a]!) + sine * (y[b]! - y[a]!)) / seconds;
    turning[i] = (heading[b]! - heading[a]!) / seconds;
  }
  return { period, from, x, y, heading, speed, turning };
}

/** How it moved between two pictures in its own axes, half way between both headings: mm ahead and to the left, and rad. */
export function stepBetween(
  from: Pose,
  to: Pose,
): { ahead: number; aside: number; turned: number } {
  const turned = wrapAngle(to.heading - from.heading);
  const heading = from.heading + turned / 2;
  const [cosine, sine] = [Math.cos(heading), Math.sin(heading)];
  const step = { x: to.x - from.x, y: to.y - from.y };
  return {
    ahead: cosine * step.x + sine * step.y,
    aside: cosine * step.y - sine * step.x,
    turned,
  };
}
