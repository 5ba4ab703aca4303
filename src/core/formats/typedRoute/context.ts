import type { Conventions } from '../../language/conventions.ts';
import type { RoutePlan } from '../../route/plan.ts';

/** What a typed route needs to know of where it will be driven. */
export interface TypedContext {
  starts: readonly { id: string; name: string }[];
  models: readonly { id: string; name: string }[];
  /** To which side an angle without a side counts. */
  positive?: 'right' | 'left';
  /** The unit of a length without a unit; mm when nothing is said. */
  length?: Conventions['length'];
  /** Length of the way that one rotation of the wheels drives, mm, for those who count in rotations. */
  rotation?: number;
  /** The plan that the text changes: its moves keep their identifiers, kind by kind in their order. */
  previous?: RoutePlan;
}
