import { useEffect, useState } from 'react';
import type { Share } from '../../core/budget/budget.ts';
import type { SpreadSource } from '../../core/budget/stepModel.ts';
import type { AimOption } from '../../core/consistency/aim.ts';
import type { OffsetSummary } from '../../core/consistency/summary.ts';
import type { Zone } from '../../core/field/field.ts';
import type { Checkpoint } from '../../core/route/moves.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { simulationWorker } from '../../ui/simulationWorker.ts';

export interface Advice {
  aims: AimOption[];
  shares: Share<SpreadSource>[];
  /** Whether the worker is still at it. */
  working: boolean;
}

/** Works out, away from the page, which numbers would aim and where the spread comes from. */
export function useAdvice(
  experiment: Experiment,
  checkpoint: Checkpoint,
  zone: Zone,
  summary: OffsetSummary | null,
): Advice {
  const [advice, setAdvice] = useState<Advice>({ aims: [], shares: [], working: true });
  useEffect(() => {
    const worker = simulationWorker();
    let ended = false;
    const work = async () => {
      const aims =
        summary === null
          ? []
          : await worker.ask((door) => door.aim(experiment, checkpoint, zone, summary));
      if (!ended) setAdvice({ aims, shares: [], working: true });
      const shares = await worker.ask((door) => door.shares(experiment, checkpoint));
      if (!ended) setAdvice({ aims, shares, working: false });
    };
    setAdvice({ aims: [], shares: [], working: true });
    // Leaving the page gives the work up; nobody waits for it then.
    work().catch(() => ended || setAdvice({ aims: [], shares: [], working: false }));
    return () => {
      ended = true;
      worker.end();
    };
  }, [experiment, checkpoint, zone, summary]);
  return advice;
}
