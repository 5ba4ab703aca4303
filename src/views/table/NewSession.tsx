import { useMutation } from '@tanstack/react-query';
import { sessionRecordSchema, type Session } from '../../contracts/practices.ts';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { TextField } from '../../ui/TextField.tsx';
import styles from './TableView.module.css';
import { formatMoment } from '../../core/language/dates.ts';
import { say } from '../../core/language/say.ts';

interface NewSessionProps {
  surface: string;
  onStarted: (session: Session) => void;
  onCancel: (() => void) | null;
}

/** The goal that a practice begins with; it can be changed at any time. */
const USUAL_GOAL = { goalRuns: 10, goalHits: 9 };

/** Starts a practice: its date stands already, the rest is a word each. */
export function NewSession({ surface: lastSurface, onStarted, onCancel }: NewSessionProps) {
  const [started] = useState(() => ({ id: uuid(), startedAt: new Date().toISOString() }));
  const [form, setForm] = useState(() => ({
    title: say`${formatMoment(started.startedAt, 'weekday')}, from ${formatMoment(started.startedAt, 'hour')}`,
    surface: lastSurface,
    people: '',
    wantsGoal: true,
  }));
  const change = (part: Partial<typeof form>) => setForm((now) => ({ ...now, ...part }));
  const { title, surface, people, wantsGoal } = form;
  const start = useMutation({
    mutationFn: () =>
      ask(sessionRecordSchema, 'POST', 'sessions', {
        ...started,
        title,
        surface,
        people,
        ...(wantsGoal ? USUAL_GOAL : {}),
      }),
    onSuccess: onStarted,
  });
  return (
    <form
      className={styles['session']}
      onSubmit={(event) => {
        event.preventDefault();
        start.mutate();
      }}
    >
      <TextField
        label={say`Session`}
        value={title}
        onChange={(to) => change({ title: to })}
        maxLength={80}
      />
      <TextField
        label={say`Table and surface`}
        value={surface}
        onChange={(to) => change({ surface: to })}
        maxLength={80}
        placeholder={say`mat, home table`}
      />
      <TextField
        label={say`People, first names or initials only`}
        value={people}
        onChange={(to) => change({ people: to })}
        maxLength={200}
      />
      <label className={styles['check']}>
        <input
          type="checkbox"
          checked={wantsGoal}
          onChange={(event) => change({ wantsGoal: event.target.checked })}
        />
        {say`Want ${USUAL_GOAL.goalHits} hits in ${USUAL_GOAL.goalRuns} runs`}
      </label>
      <div className={styles['chips']}>
        <Button
          variant="main"
          type="submit"
          disabled={title.trim() === ''}
        >{say`Start the session`}</Button>
        {onCancel !== null && <Button onClick={onCancel}>{say`Not yet`}</Button>}
      </div>
      {start.error !== null && <Notice tone="fault">{sentenceOf(start.error)}</Notice>}
    </form>
  );
}
