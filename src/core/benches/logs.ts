import { wheelDiameters } from '../robot/driveBase.ts';
import type { DriveBase } from '../robot/parameters.ts';
import { completeRows, quantityOf, type Recording } from '../telemetry/recording.ts';
import type { MotionLog } from './delays/delays.ts';
import type { StillLog } from './rest/gyroRest.ts';

/**
 * Time and heading of a recording, counter-clockwise positive.
 *
 * @param rightPositive whether the sensor counts right turns as positive
 * @returns null when the telemetry has no time or no heading
 */
export function stillLogOf(recording: Recording, rightPositive: boolean): StillLog | null {
  const columns = [quantityOf(recording, 't'), quantityOf(recording, 'heading')];
  if (columns.includes(null)) return null;
  const [time, heading] = completeRows(columns as Float64Array[]) as [Float64Array, Float64Array];
  return { time, heading: rightPositive ? heading.map((value) => -value) : heading };
}

/** What a robot drove by its own sensors. */
export interface TravelLog {
  /** s, rising. */
  time: ArrayLike<number>;
  /** rad counter-clockwise, by the gyro. */
  heading: ArrayLike<number>;
  /** mm by both wheels, backwards counted off. */
  travelled: ArrayLike<number>;
}

/** Time, heading and way of a recording; null when the telemetry lacks one of them. */
export function travelLogOf(
  recording: Recording,
  drive: DriveBase,
  rightPositive: boolean,
): TravelLog | null {
  const columns = motionColumns(recording, rightPositive);
  if (columns === null) return null;
  const { time, left, right, heading } = columns;
  const { left: leftDiameter, right: rightDiameter } = wheelDiameters(drive);
  const scale = 1 / (4 * drive.gearRatio);
  return {
    time,
    heading,
    travelled: left.map((angle, i) => scale * (leftDiameter * angle + rightDiameter * right[i]!)),
  };
}

/** Time and heading by wheels and by gyro; null when the telemetry lacks one of them. */
export function motionLogOf(
  recording: Recording,
  drive: DriveBase,
  rightPositive: boolean,
): MotionLog | null {
  const columns = motionColumns(recording, rightPositive);
  if (columns === null) return null;
  const { time, left, right, heading } = columns;
  const diameters = wheelDiameters(drive);
  const perLeft = diameters.left / (2 * drive.gearRatio * drive.track);
  const perRight = diameters.right / (2 * drive.gearRatio * drive.track);
  return {
    time,
    wheels: left.map((angle, i) => right[i]! * perRight - angle * perLeft),
    gyro: heading,
  };
}

/** Rows with time, both motors and heading, counter-clockwise positive; null when a column is missing. */
function motionColumns(recording: Recording, rightPositive: boolean) {
  const columns = ['t', 'left', 'right', 'heading'].map((name) => quantityOf(recording, name));
  if (columns.includes(null)) return null;
  const [time, left, right, heading] = completeRows(columns as Float64Array[]) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  return { time, left, right, heading: rightPositive ? heading.map((value) => -value) : heading };
}
