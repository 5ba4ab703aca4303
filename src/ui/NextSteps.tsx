import * as Comlink from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { NextStep } from '../core/analysis/planning/nextSteps.ts';
import { formatNumber } from '../core/mathematics/quantity.ts';
import type { Experiment } from '../core/simulation/run.ts';
import { Button } from './Button.tsx';
import { Cancelled } from './cancellableWorker.ts';
import { simulationWorker, type SimulationWorker } from './simulationWorker.ts';
import styles from './NextSteps.module.css';

interface NextStepsProps {
  experiment: Experiment;
  onPlan: (plan: Experiment['plan']) => void;
}

const SEED = 2;
const SHOWN = 5;

/** The best next step: everything that may help is tried on the whole route and ranked. */
export function NextSteps({ experiment, onPlan }: NextStepsProps) {
  const worker = useRef<SimulationWorker | null>(null);
  const [found, setFound] = useState<{ steps: NextStep[]; of: Experiment } | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  useEffect(() => () => worker.current?.end(), []);

  const search = async () => {
    worker.current ??= simulationWorker();
    setProgress(0);
    let live = true;
    const report = Comlink.proxy((share: number) => live && setProgress(share));
    try {
      const steps = await worker.current.ask((door) => door.nextSteps(experiment, SEED, report));
      setFound({ steps, of: experiment });
    } catch (error) {
      if (!(error instanceof Cancelled)) throw error;
    } finally {
      live = false;
      setProgress(null);
    }
  };
  const current = found?.of === experiment ? found.steps : null;
  return (
    <div className={styles['next']}>
      <h2>Best next step</h2>
      {progress !== null ? (
        <Button onClick={() => worker.current?.cancel()}>
          Cancel, {formatNumber(100 * progress, 0)} % tried
        </Button>
      ) : current === null ? (
        <>
          <p>
            Tries jig, holds, speeds, slow ends, lines, walls and squaring up at every move, and
            ranks them by chance gained for each second.
          </p>
          <Button onClick={() => void search()}>Try everything</Button>
        </>
      ) : current.length === 0 ? (
        <p>Nothing that Corvat knows lifts the chance by a point. Leave the route as it is.</p>
      ) : (
        <ol className={styles['steps']}>
          {current.slice(0, SHOWN).map((step) => (
            <li key={step.words}>
              <b>{step.words}</b>
              <span className={styles['figure']}>
                {formatNumber(100 * step.before, 0)} → {formatNumber(100 * step.after, 0)} %,{' '}
                {step.seconds >= 0 ? '+' : '−'}
                {formatNumber(Math.abs(step.seconds), 1)} s
              </span>
              {step.simulated !== null && (
                <small>
                  simulated: {step.simulated >= 0 ? '+' : '−'}
                  {formatNumber(Math.abs(100 * step.simulated), 0)} points
                </small>
              )}
              {step.position !== null && (
                <Button variant="quiet" onClick={() => onPlan(step.experiment.plan)}>
                  Put it in
                </Button>
              )}
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}
