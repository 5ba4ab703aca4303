import type { Against } from '../../ui/benchWorker.ts';

/** A route on which what a bench found has its effect: by it a gyro is judged, and a battery. */
export interface JudgingRoute extends Omit<Against, 'setup'> {
  id: string;
  name: string;
  /** Number of the revision. */
  revision: number;
}
