import { travelLogOf, type TravelLog } from '../../benches/logs.ts';
import { wrapAngle } from '../../mathematics/angle.ts';
import { toField, type Pose } from '../../mathematics/pose.ts';
import { TOLD_END, TOLD_START } from '../../program/told.ts';
import { stepsOf } from '../../route/plan.ts';
import { nominalRun, otherWays, startPose, type Experiment } from '../../simulation/run.ts';
import type { Recording } from '../../telemetry/recording.ts';
import type { MoveReading, SeenRunMoves } from '../../telemetry/seenRun.ts';
import { moveReadings } from './moveReadings.ts';
import type { TrackPoint } from './track.ts';

/**
 * A run as the robot's own sensors tell it: by the lines that its program prints at the end of each move, or, where it
 * prints none, by its whole course. Null when clock, motors or gyro are missing, or nothing moved.
 */
export function hubMoves(recording: Recording, experiment: Experiment): SeenRunMoves | null {
  const { plan, field, estimated } = experiment;
  const log = travelLogOf(recording, estimated.drive, estimated.gyro.rightPositive);
  if (log === null || log.time.length < 2) return null;
  const track = trackOf(log, startPose(plan, field));
  const isTold = recording.events.some(({ text }) => text.startsWith(TOLD_END));
  // A row without a reading is none of the log, and its events say nothing of where the robot was.
  const isWhole = log.time.length === recording.rows;
  const moves =
    isTold && isWhole ? toldMoves(recording, log, track, plan) : courseMoves(track, experiment);
  if (moves.length === 0) return null;
  return { start: bare(track[0]!), moves, end: bare(track.at(-1)!) };
}

/** Where the robot believes to be, by encoders and gyro from its start on. */
function trackOf({ time, heading, travelled }: TravelLog, start: Pose): TrackPoint[] {
  let { x, y } = start;
  return Array.from(time, (moment, i) => {
    const before = Math.max(0, i - 1);
    const turned = (heading[i]! + heading[before]!) / 2 - heading[0]!;
    const way = travelled[i]! - travelled[before]!;
    ({ x, y } = toField({ x, y, heading: start.heading + turned }, { x: way, y: 0 }));
    return { time: moment, x, y, heading: start.heading + heading[i]! - heading[0]! };
  });
}

/** The moves between the lines that say that one has ended. */
function toldMoves(
  { events }: Recording,
  { time, heading, travelled }: TravelLog,
  track: readonly TrackPoint[],
  plan: Experiment['plan'],
): MoveReading[] {
  const steps = stepsOf(plan.moves);
  const start = events.find(({ text }) => text === TOLD_START)?.row ?? 0;
  let [before, next] = [start, 0];
  return events.flatMap(({ row, text }): MoveReading[] => {
    if (!text.startsWith(TOLD_END) || row < start) return [];
    const moveId = text.slice(TOLD_END.length);
    const step = steps.findIndex(({ move }, i) => i >= next && move.id === moveId);
    // A move that the plan does not have here is another program’s.
    if (step === -1) return [];
    const reading = {
      moveId,
      step,
      from: time[before]! - time[start]!,
      to: time[row]! - time[start]!,
      length: travelled[row]! - travelled[before]!,
      turn: heading[row]! - heading[before]!,
      end: bare(track[row]!),
    };
    [before, next] = [row, step + 1];
    return [reading];
  });
}

/** The moves of a course that was told from moment to moment. */
function courseMoves(track: readonly TrackPoint[], experiment: Experiment): MoveReading[] {
  const exact = { ...experiment, trueParameters: experiment.estimated };
  const nominal = nominalRun(exact);
  return moveReadings(track, [nominal, ...otherWays(exact, nominal).values()]);
}

function bare({ x, y, heading }: Pose): Pose {
  return { x, y, heading: wrapAngle(heading) };
}
