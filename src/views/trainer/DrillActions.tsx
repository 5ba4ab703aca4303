import { benchOf } from '../../core/benches/index.ts';
import { say } from '../../core/language/say.ts';
import { minutesOfBench } from '../../core/trainer/costs.ts';
import { DRILL_BENCHES, LOOKS, type Step } from '../../core/trainer/world.ts';
import { lookWords, stepWords } from '../../core/trainer/stepWords.ts';
import { Button } from '../../ui/Button.tsx';
import styles from './Trainer.module.css';

/** Runs at a time. */
const AT_ONCE = 5;

interface DrillActionsProps {
  busy: boolean;
  runs: number;
  runsLeft: number;
  steps: readonly Step[];
  onStep: (step: Step) => void;
}

/** All that can be done, with what it costs. */
export function DrillActions({ busy, runs, runsLeft, steps, onStep }: DrillActionsProps) {
  const next: Step = { do: 'drive', runs: runs + Math.min(AT_ONCE, runsLeft) };
  const benched = (kind: string) =>
    steps.some((step) => step.do === 'bench' && step.bench === kind);
  const looked = (at: string) => steps.some((step) => step.do === 'look' && step.at === at);
  return (
    <div className={styles['actions']}>
      <Button variant="main" disabled={busy || runsLeft <= 0} onClick={() => onStep(next)}>
        {runsLeft > 0 ? stepWords(next, runs) : say`No runs left`}
      </Button>
      <fieldset>
        <legend>{say`Measure at a bench`}</legend>
        {DRILL_BENCHES.map((bench) => (
          <Button
            key={bench}
            disabled={busy || benched(bench)}
            onClick={() => onStep({ do: 'bench', bench })}
          >
            {benchOf(bench).name} <small>{say`${minutesOfBench(bench)} min`}</small>
          </Button>
        ))}
      </fieldset>
      <fieldset>
        <legend>{say`Look`}</legend>
        {LOOKS.map((at) => (
          <Button key={at} disabled={busy || looked(at)} onClick={() => onStep({ do: 'look', at })}>
            {lookWords(at)}
          </Button>
        ))}
      </fieldset>
    </div>
  );
}
