import { useMutation } from '@tanstack/react-query';
import { sessionRecordSchema, type Run, type Session } from '../../contracts/practices.ts';
import { useState } from 'react';
import type { Checkpoint } from '../../core/route/checkpoints.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { runLook } from './RunCells.tsx';
import styles from './Practice.module.css';
import { plural, say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

interface GoalProps {
  session: Session;
  /** Runs of the revision in this session, oldest first. */
  runs: readonly Run[];
  checkpoint: Checkpoint;
  revision: number;
  onChanged: (session: Session) => void;
}

/** How the practice stands: a place for each run that is wanted, filled as they come. */
export function Goal({ session, runs, checkpoint, revision, onChanged }: GoalProps) {
  const [open, setOpen] = useState(false);
  const counted = runs.filter((run) => run.setAside === null);
  const hits = counted.filter((run) => runLook(run, checkpoint) === 'hit').length;
  const { goalRuns, goalHits } = session;
  if (open) {
    return <GoalForm session={session} onDone={() => setOpen(false)} onChanged={onChanged} />;
  }
  if (goalRuns === null) {
    return (
      <div className={styles['goal']}>
        <p>{say`${plural(counted.length, '# run', '# runs')} of revision ${revision}, ${plural(hits, '# hit', '# hits')}`}</p>
        <Button data-needs="table" onClick={() => setOpen(true)}>{say`Set a goal`}</Button>
      </div>
    );
  }
  const wanted = goalHits ?? goalRuns;
  const left = goalRuns - counted.length;
  return (
    <div className={styles['goal']}>
      <div>
        <p>{sayWith`${(<b>{say`${counted.length} of ${goalRuns}`}</b>)} runs of revision ${revision}, ${(<b>{say`${hits} hits`}</b>)}, want ${wanted}`}</p>
        <p className={styles['places']} aria-hidden="true">
          {Array.from({ length: Math.min(goalRuns, 40) }, (_, i) => {
            const run = counted[i];
            return <i key={i} data-look={run === undefined ? 'open' : runLook(run, checkpoint)} />;
          })}
        </p>
        <p role="status" className={styles['standing']}>
          {goalSentence(left, hits, wanted)}
        </p>
      </div>
      <Button data-needs="table" onClick={() => setOpen(true)}>{say`Goal`}</Button>
    </div>
  );
}

/** Whether the goal can still be met, in words. */
function goalSentence(left: number, hits: number, wanted: number): string {
  const need = wanted - hits;
  if (need <= 0) return say`The goal is met.`;
  if (left <= 0) return say`The series is over, ${need} short.`;
  if (need > left) return say`The goal is out of reach in this series.`;
  return say`${need} more ${plural(need, 'hit', 'hits')} in ${plural(left, '# run', '# runs')}.`;
}

interface GoalFormProps {
  session: Session;
  onDone: () => void;
  onChanged: (session: Session) => void;
}

function GoalForm({ session, onDone, onChanged }: GoalFormProps) {
  const [runs, setRuns] = useState(String(session.goalRuns ?? 10));
  const [hits, setHits] = useState(String(session.goalHits ?? 9));
  const save = useMutation({
    mutationFn: () => {
      const [goalRuns, goalHits] = [Number(runs), Number(hits)];
      if (!Number.isInteger(goalRuns) || goalRuns < 1 || !(goalHits >= 0 && goalHits <= goalRuns)) {
        throw new RangeError(say`A goal needs whole numbers, with no more hits than runs.`);
      }
      const { title, surface, people, note, version } = session;
      const content = { title, surface, people, note, goalRuns, goalHits, version };
      return ask(sessionRecordSchema, 'PATCH', `sessions/${session.id}`, content);
    },
    onSuccess: (changed) => {
      onChanged(changed);
      onDone();
    },
  });
  return (
    <form
      className={styles['goal']}
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <p>
        {say`Want`}{' '}
        <input
          aria-label={say`Hits wanted`}
          value={hits}
          onChange={(e) => setHits(e.target.value)}
        />{' '}
        {say`hits in`}{' '}
        <input
          aria-label={say`Runs wanted`}
          value={runs}
          onChange={(e) => setRuns(e.target.value)}
        />{' '}
        {sayWith`runs${save.error !== null && <span className={styles['fault']}> {sentenceOf(save.error)}</span>}`}
      </p>
      <Button type="submit" variant="main">{say`Set`}</Button>
      <Button onClick={onDone}>{say`Not now`}</Button>
    </form>
  );
}
