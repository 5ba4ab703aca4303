import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { z } from 'zod';
import { seenOfRunSchema, type SeenOfRun } from '../../contracts/seen.ts';
import type { MoveCorrection, MoveDeviation } from '../../core/analysis/moves/moveDeviations.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import type { SeenRunMoves } from '../../core/telemetry/seenRun.ts';
import { ask } from '../api.ts';
import { simulationWorker } from '../simulationWorker.ts';
import { useWorked } from '../useWorker.ts';

/** What the moves of a revision did in all runs of it that were seen. */
export interface SeenMoves {
  deviations: MoveDeviation[];
  corrections: MoveCorrection[];
  runs: number;
}

/** The runs of a revision that a camera saw or the hub told of, and a way to look again. */
export function useSeenRuns(revisionId: string): { runs: SeenOfRun[]; again: () => void } {
  const client = useQueryClient();
  const queryKey = ['seen', revisionId];
  const { data } = useQuery({
    queryKey,
    queryFn: () => ask(z.array(seenOfRunSchema), 'GET', `runs/seen?revision=${revisionId}`),
  });
  return {
    runs: data ?? NONE,
    again: () => void client.invalidateQueries({ queryKey }),
  };
}

const NONE: SeenOfRun[] = [];

/** Each run once: by the camera where one saw it, because the robot’s own sensors share its errors. */
export function seenOnce(runs: readonly SeenOfRun[]): SeenRunMoves[] {
  const best = new Map<string, SeenOfRun>();
  for (const run of runs)
    if (run.source === 'camera' || !best.has(run.runId)) best.set(run.runId, run);
  return [...best.values()].map(({ seen }) => seen);
}

/** What each move does over some runs; null until it is worked out. */
export function useMoves(experiment: Experiment, seen: readonly SeenRunMoves[]): SeenMoves | null {
  const wanted = useMemo(
    () => (seen.length === 0 ? null : { experiment, seen }),
    [experiment, seen],
  );
  const { found } = useWorked(simulationWorker, wanted, (worker, at) =>
    worker.ask((door) => door.moves(at.experiment, at.seen)),
  );
  return useMemo(
    () => (found === null ? null : { ...found, runs: seen.length }),
    [found, seen.length],
  );
}
