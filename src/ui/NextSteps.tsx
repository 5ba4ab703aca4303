import { useState } from 'react';
import { formatNumber } from '../core/mathematics/quantity.ts';
import type { Experiment } from '../core/simulation/run.ts';
import { Button } from './Button.tsx';
import { Notice } from './Notice.tsx';
import { simulationWorker } from './simulationWorker.ts';
import { useWorked } from './useWorker.ts';
import styles from './NextSteps.module.css';
import { say } from '../core/language/say.ts';

interface NextStepsProps {
  experiment: Experiment;
  onPlan: (plan: Experiment['plan']) => void;
}

const SEED = 2;
const SHOWN = 5;

/** The best next step: everything that may help is tried on the whole route and ranked. */
export function NextSteps({ experiment, onPlan }: NextStepsProps) {
  const [asked, setAsked] = useState<Experiment | null>(null);
  const wanted = asked === experiment ? experiment : null;
  const { found, working, progress, cancel, fault } = useWorked(
    simulationWorker,
    wanted,
    (worker, at, onProgress) => worker.ask((door) => door.nextSteps(at, SEED, onProgress)),
  );
  const giveUp = () => {
    cancel();
    setAsked(null);
  };
  return (
    <div className={styles['next']}>
      <h2>{say`Best next step`}</h2>
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
      {working ? (
        <Button onClick={giveUp}>{say`Cancel, ${formatNumber(100 * progress, 0)} % tried`}</Button>
      ) : found === null ? (
        <>
          <p>{say`Tries jig, holds, speeds, slow ends, lines, walls and squaring up at every move, and ranks them by chance gained for each second.`}</p>
          <Button onClick={() => setAsked(experiment)}>{say`Try everything`}</Button>
        </>
      ) : found.length === 0 ? (
        <p>{say`Nothing that Corvat knows lifts the chance by a point. Leave the route as it is.`}</p>
      ) : (
        <ol className={styles['steps']}>
          {found.slice(0, SHOWN).map((step) => (
            <li key={step.words}>
              <b>{step.words}</b>
              <span className={styles['figure']}>
                {formatNumber(100 * step.before, 0)} → {formatNumber(100 * step.after, 0)} %,{' '}
                {step.seconds >= 0 ? '+' : '−'}
                {formatNumber(Math.abs(step.seconds), 1)} s
              </span>
              {step.simulated !== null && (
                <small>{say`simulated: ${step.simulated >= 0 ? '+' : '−'}${formatNumber(Math.abs(100 * step.simulated), 0)} points`}</small>
              )}
              {step.position !== null && (
                <Button
                  variant="quiet"
                  onClick={() => onPlan(step.experiment.plan)}
                >{say`Put it in`}</Button>
              )}
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}
