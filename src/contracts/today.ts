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
