import { timeWarping } from '../../mathematics/timeWarping.ts';
import { wrapAngle } from '../../mathematics/angle.ts';
import { mean } from '../../mathematics/sample.ts';
import type { Pose } from '../../mathematics/pose.ts';
import type { RunRecord } from '../../simulation/run.ts';
import type { MoveReading } from '../../telemetry/seenRun.ts';
import { paced, type PacedTrack, type TrackPoint } from './track.ts';

/** Moments at which tracks are compared, s apart. */
const PERIOD = 0.04;
/** What differs by so much costs as much as a wrong speed: mm and rad. */
const APART = { place: 80, heading: 0.35 };
/** Beside speeds, places count so much: a robot that errs is elsewhere and still in the same move. */
const PLACE_WEIGHT = 0.15;
/** Slower than this share of the fastest it stands. */
const STANDING = 0.04;
/** The end of a move is looked for so far around where the tracks say, s; beside short moves by a share of them. */
const AROUND = { seconds: 0.6, share: 0.4 };

/**
 * Takes a run apart into its moves: the run as it was planned and the run as it was seen are brought together in time by
 * what they did, and a move ends where the robot stood, or turned from one doing to the other.
 *
 * @param ways the run as it was planned; with looks that choose, one for each way
 */
export function moveReadings(
  track: readonly TrackPoint[],
  ways: readonly RunRecord[],
): MoveReading[] {
  if (track.length < 5) return [];
  const seen = paced(track, PERIOD);
  const tries = ways.map((way) => ({ way, ...aligned(seen, way) }));
  const [best] = tries.toSorted((a, b) => a.cost - b.cost);
  if (best === undefined) return [];
  const activity = seen.speed.map(
    (speed, i) =>
      Math.abs(speed) / best.fastest.speed + Math.abs(seen.turning[i]!) / best.fastest.turning,
  );
  const readings: MoveReading[] = [];
  let before = standing(activity, 0, 0);
  const steps = best.way.moves;
  for (const [step, { moveId, from, to, ended }] of steps.entries()) {
    if (ended === 'passed over' || to - from < PERIOD) continue;
    const next = steps.slice(step + 1).find((later) => later.to - later.from >= PERIOD);
    const shorter = Math.min(to - from, next === undefined ? 0 : next.to - next.from);
    const around = Math.min(AROUND.seconds, AROUND.share * shorter);
    const at = next === undefined ? seen.x.length - 1 : best.at(to);
    const place = standing(activity, at, Math.round(around / PERIOD));
    const [start, end] = [poseIn(seen, track, before), poseIn(seen, track, place)];
    const [first, last] = [before, place];
    before = place;
    // Where a move began or ended under a hand nobody saw it, and nothing is guessed.
    if (start === null || end === null) continue;
    let length = 0;
    for (let i = middleOf(first) + 1; i <= middleOf(last); i++) {
      const heading = (seen.heading[i]! + seen.heading[i - 1]!) / 2;
      length +=
        Math.cos(heading) * (seen.x[i]! - seen.x[i - 1]!) +
        Math.sin(heading) * (seen.y[i]! - seen.y[i - 1]!);
    }
    readings.push({
      moveId,
      step,
      from: middleOf(first) * PERIOD,
      to: middleOf(last) * PERIOD,
      length,
      turn: end.heading - start.heading,
      end: { ...end, heading: wrapAngle(end.heading) },
    });
  }
  return readings;
}

/** Pictures farther apart than this, s, leave out what happened between them: a robot that moved there, mm and rad, was not seen. */
const UNSEEN = { seconds: 0.25, place: 3, heading: 0.01 };
/** A pause is known when the robot was seen on both of its sides, so far away, s. */
const SEEN_BESIDE = 0.08;
/**
 * Pictures so near a pause, s, show it; where there is none, one a little farther away still does: speeds are taken over
 * longer, and find a pause shorter than it is.
 */
const [WITHIN, NEARLY] = [0.02, 0.045];

/** Moments from the first to the last of a pause. */
type Span = readonly [first: number, last: number];

function middleOf([first, last]: Span): number {
  return Math.round((first + last) / 2);
}

/** When a run did what another one did at a time, and how little both differ. */
function aligned(seen: PacedTrack, way: RunRecord) {
  const planned = paced(way.trace, PERIOD);
  const fastest = {
    speed: Math.max(50, ...planned.speed.map(Math.abs)),
    turning: Math.max(0.5, ...planned.turning.map(Math.abs)),
  };
  const cost = (i: number, j: number) =>
    ((planned.speed[i]! - seen.speed[j]!) / fastest.speed) ** 2 +
    ((planned.turning[i]! - seen.turning[j]!) / fastest.turning) ** 2 +
    PLACE_WEIGHT *
      (((planned.x[i]! - seen.x[j]!) / APART.place) ** 2 +
        ((planned.y[i]! - seen.y[j]!) / APART.place) ** 2 +
        (wrapAngle(planned.heading[i]! - seen.heading[j]!) / APART.heading) ** 2);
  const { first, last, ...warped } = timeWarping(planned.x.length, seen.x.length, cost);
  return {
    fastest,
    cost: warped.cost,
    /** The moment of the track that goes with a time of the plan. */
    at: (time: number) => {
      const row = Math.min(planned.x.length - 1, Math.round(time / PERIOD));
      return Math.round((first[row]! + last[row]!) / 2);
    },
  };
}

/** The pause around a moment: the stillest moment nearby, and what is as still beside it. */
function standing(activity: Float64Array, at: number, around: number): Span {
  const [low, high] = [Math.max(0, at - around), Math.min(activity.length - 1, at + around)];
  let best = Math.min(Math.max(0, at), activity.length - 1);
  // Of several pauses the nearest: what is farther away has to be stiller.
  const weight = (i: number) =>
    Math.max(activity[i]!, STANDING) * (1 + Math.abs(i - at) / Math.max(1, around));
  for (let i = low; i <= high; i++) if (weight(i) < weight(best)) best = i;
  let [first, last] = [best, best];
  while (first > 0 && activity[first - 1]! < STANDING && activity[best]! < STANDING) first--;
  while (last + 1 < activity.length && activity[last + 1]! < STANDING && activity[best]! < STANDING)
    last++;
  return [first, last];
}

/** Where it is in a pause: the mean of what was seen, its heading over whole turns; null when nothing was seen nearby. */
function poseIn(seen: PacedTrack, track: readonly TrackPoint[], [first, last]: Span): Pose | null {
  const [low, high] = [first, last].map((i) => seen.from + i * PERIOD) as [number, number];
  if (movedUnseen(track, low - SEEN_BESIDE, high + SEEN_BESIDE)) return null;
  const whole = seen.heading[first]!;
  const within = (by: number) => track.filter(({ time }) => time >= low - by && time <= high + by);
  const points = within(WITHIN).length > 0 ? within(WITHIN) : within(NEARLY).slice(0, 1);
  if (points.length > 0)
    return {
      x: mean(points.map(({ x }) => x)),
      y: mean(points.map(({ y }) => y)),
      heading: whole + mean(points.map(({ heading }) => wrapAngle(heading - whole))),
    };
  // Between two pictures of a short pause it is where it was drawn between them, if it was nearly there in both.
  const next = track.findIndex(({ time }) => time > high);
  return next < 1 || isApart(track[next - 1]!, track[next]!)
    ? null
    : { x: seen.x[first]!, y: seen.y[first]!, heading: whole };
}

/** Whether the robot moved between two pictures that are far apart, at some time of a span. */
function movedUnseen(track: readonly TrackPoint[], low: number, high: number): boolean {
  return track.slice(1).some((to, i) => {
    const from = track[i]!;
    if (to.time - from.time < UNSEEN.seconds || from.time > high || to.time < low) return false;
    return isApart(from, to);
  });
}

/** Whether a robot is elsewhere in the second of two pictures. */
function isApart(from: Pose, to: Pose): boolean {
  return (
    Math.hypot(to.x - from.x, to.y - from.y) > UNSEEN.place ||
    Math.abs(wrapAngle(to.heading - from.heading)) > UNSEEN.heading
  );
}
