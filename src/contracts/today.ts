import type { RouteEvidence } from '../core/analysis/planning/tasks.ts';
import type { FieldRecord, Route, Run } from './records.ts';

/** A route as the first sheet knows it: what its runs tell, and what it takes to work out what would help. */
export interface RouteToday {
  route: Route;
  field: FieldRecord;
  evidence: RouteEvidence;
  /** Where runs of the newest revision ended at the checkpoint that the evidence is of; empty before the first. */
  runs: Run[];
  checkpointId: string | null;
}

/** What a practice brought. */
export interface PracticeToday {
  id: string;
  title: string;
  startedAt: string;
  runs: number;
  hits: number;
  goalRuns: number | null;
  goalHits: number | null;
}
