import type { Field } from '../field/field.ts';
import type { RoutePlan } from '../route/plan.ts';
import type { Remedy } from '../benches/remedies.ts';
import type { SquareWay } from '../benches/square.ts';
import type { TurnStyle } from '../robot/driveBase.ts';

/** What the practice robot can be told to do. Lengths in mm, angles in rad, times in s. */
export type PracticeCommand =
  | { do: 'rest'; seconds: number }
  /** Power off and on; a hub that is touched meanwhile learns a wrong zero. */
  | { do: 'boot'; touched: boolean }
  | { do: 'remedy'; remedy: Remedy }
  /** A full pack is put in. */
  | { do: 'charge' }
  /** Somebody leans on the table. */
  | { do: 'nudge' }
  /** Whole turns by hand against a mark. */
  | { do: 'spin'; turns: number; way: SquareWay }
  /** Straight on by the motors' degrees. */
  | { do: 'drive'; distance: number; speed: number }
  /** Turn on the spot by the motors' degrees; left is positive. */
  | { do: 'turn by motors'; angle: number }
  /** Turn until the gyro passes the trigger; left is positive. */
  | { do: 'turn by gyro'; trigger: number; rate: number; style: TurnStyle }
  | { do: 'square'; side: number; way: SquareWay; by: 'encoders' | 'gyro' }
  /** Put down at a distance from a wall, by the tape. */
  | { do: 'tape'; distance: number; incidence: number }
  | { do: 'over'; surface: 'dark' | 'light'; samples: number }
  | { do: 'patch'; name: string; samples: number }
  /** Drive a route on its field, from its start place. */
  | { do: 'route'; plan: RoutePlan; field: Field }
  /** Turn to and fro. */
  | { do: 'wiggle'; seconds: number };
