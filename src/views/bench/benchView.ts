import type { ComponentType } from 'react';
import type { BenchRecord } from '../../contracts/bench.ts';
import type { Robot } from '../../contracts/robots.ts';
import type { BenchKind } from '../../core/benches/index.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import type { BeforeCamera } from '../../ui/camera/cameraNotes.ts';
import type { LiveLink } from '../../ui/link/useLink.ts';
import type { JudgingRoute } from './judgingRoute.ts';
import type { Keeping } from './useKeeping.ts';

/** What the sheet of any bench is given. */
export interface BenchSheetProps {
  robot: Robot;
  records: readonly BenchRecord[];
  /** Routes of this robot with their fields. */
  routes: readonly JudgingRoute[];
  /** The table over which a camera may hang; null before there is one. */
  table: BeforeCamera['field'] | null;
  live: LiveLink;
  keeping: Keeping;
  /** What was entered and not kept yet, in the bench's own shape; null for nothing. */
  draft: unknown;
  onDraft: (draft: unknown) => void;
}

/** What the list of benches says of one. */
interface BenchState {
  figure: string;
  state: string;
  warn?: boolean;
}

/** How a bench is shown: its line in the list, and its sheet. */
export interface BenchView {
  kind: BenchKind;
  /** What is written down of each reading on its card; nothing where the hub records. */
  writes?: (setup: RobotParameters) => string[];
  state: (records: readonly BenchRecord[], setup: RobotParameters) => BenchState;
  Sheet: ComponentType<BenchSheetProps>;
}
