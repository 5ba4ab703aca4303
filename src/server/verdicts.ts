import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import type { FieldRecord } from '../contracts/fields.ts';
import type { Run } from '../contracts/practices.ts';
import type { Route } from '../contracts/routes.ts';
import { measuredRuns } from '../core/analysis/runs/measured.ts';
import { verdictOf, type Verdict } from '../core/analysis/runs/verdict.ts';
import { checkpointsOf } from '../core/route/checkpoints.ts';

/** What pages say of a verdict, without all that it was drawn from. */
export type KnownVerdict = Pick<
  Verdict,
  'kind' | 'reason' | 'runs' | 'hits' | 'now' | 'aimed' | 'settledAfter'
>;

/**
 * Verdicts of this process, by everything that they follow from. One takes as long as all the rest of a page several times
 * over, and five devices of a team ask for the same one after every run.
 */
const known = new LRUCache<string, KnownVerdict>({ max: 5000 });

/** The verdict at the end of a route, of runs on a field; null without a place where that is measured. */
export function verdictAtEnd(
  route: Route,
  { field }: FieldRecord,
  logged: readonly Run[],
): KnownVerdict | null {
  const checkpoint = checkpointsOf(route.revision.plan).at(-1);
  const model = field.models.find(({ id }) => id === checkpoint?.modelId);
  if (checkpoint === undefined || model === undefined) return null;
  const measured = measuredRuns(logged, checkpoint, model.zone);
  const follows = JSON.stringify([measured.runs, measured.zone, route.goal, measured.ticks]);
  const key = createHash('sha256').update(follows).digest('base64');
  const before = known.get(key);
  if (before !== undefined) return before;
  const { kind, reason, runs, hits, now, aimed, settledAfter } = verdictOf(
    measured.runs,
    measured.zone,
    route.goal,
    measured.ticks,
  );
  const verdict = { kind, reason, runs, hits, now, aimed, settledAfter };
  known.set(key, verdict);
  return verdict;
}
