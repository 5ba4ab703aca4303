import type { BenchKind } from '../benches/index.ts';
import type { RobotParameters } from '../robot/parameters.ts';

/** How hard a drill is: how large its fault is, how much is said, and how many runs there are. */
export const LEVELS = [1, 2, 3] as const;
export type Level = (typeof LEVELS)[number];

/** A robot with its program as they stand on the table of a drill. */
export interface World {
  /** What the team believes, by which the program was written. */
  believed: RobotParameters;
  /** What is true; a gyro that counts otherwise than the team believes turns the program’s steering round. */
  truth: RobotParameters;
  /** By how much three range sensors of the kind read too much, mm; the first is on the robot. */
  rangeUnits: readonly [number, number, number];
  /** V that the battery loses with every run. */
  sag: number;
  /** Whether the program waits for one exact distance instead of for less than it. */
  asksForEquality: boolean;
}

/** Places to look at, which costs a minute and no run. */
export const LOOKS = ['program', 'gains', 'robot', 'floor', 'start', 'battery'] as const;
export type Look = (typeof LOOKS)[number];

/** The benches that a drill has. */
export const DRILL_BENCHES = [
  'wheels',
  'square',
  'track',
  'rest',
  'scale',
  'turn',
  'range',
  'light',
] as const satisfies readonly BenchKind[];
export type DrillBench = (typeof DRILL_BENCHES)[number];

/** Something that a student can do to find the fault. */
export type Step =
  { do: 'drive'; runs: number } | { do: 'bench'; bench: DrillBench } | { do: 'look'; at: Look };
