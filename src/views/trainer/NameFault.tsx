import { useMemo, useState } from 'react';
import { say } from '../../core/language/say.ts';
import { Button } from '../../ui/Button.tsx';
import { useWorked } from '../../ui/useWorker.ts';
import styles from './Trainer.module.css';
import { trainerWorker } from '../../ui/trainerWorker.ts';
import type { OpenDrill } from './useDrill.ts';

interface NameFaultProps {
  drill: OpenDrill;
  onName: (named: { cause: string; cure: string }) => void;
}

/** Where the student says what it is, and what to do about it. */
export function NameFault({ drill: { level, seed }, onName }: NameFaultProps) {
  const which = useMemo(() => ({ level, seed }), [level, seed]);
  const { found } = useWorked(trainerWorker, which, (worker, wanted) =>
    worker.ask((door) => door.choices(wanted)),
  );
  const [cause, setCause] = useState<string | null>(null);
  const [cure, setCure] = useState<string | null>(null);
  if (found === null) return null;
  return (
    <details className={styles['name-fault']}>
      <summary>{say`Name the fault`}</summary>
      <Answers
        legend={say`What is wrong?`}
        choices={found.causes}
        chosen={cause}
        onChoose={setCause}
      />
      <Answers
        legend={say`What would you do about it?`}
        choices={found.cures}
        chosen={cure}
        onChoose={setCure}
      />
      <Button
        variant="main"
        disabled={cause === null || cure === null}
        onClick={() => onName({ cause: cause!, cure: cure! })}
      >{say`That is it`}</Button>
    </details>
  );
}

interface AnswersProps {
  legend: string;
  choices: readonly { id: string; words: string }[];
  chosen: string | null;
  onChoose: (id: string) => void;
}

function Answers({ legend, choices, chosen, onChoose }: AnswersProps) {
  return (
    <fieldset className={styles['answers']}>
      <legend>{legend}</legend>
      {choices.map(({ id, words }) => (
        <label key={id}>
          <input type="radio" name={legend} checked={chosen === id} onChange={() => onChoose(id)} />
          <span>{words}</span>
        </label>
      ))}
    </fieldset>
  );
}
