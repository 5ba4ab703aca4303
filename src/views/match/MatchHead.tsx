import { useMutation } from '@tanstack/react-query';
import { useEffect } from 'react';
import { matchSchema, type MatchRecord } from '../../contracts/matches.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { matchWords } from '../../core/text/matchWords.ts';
import { ask, RequestFailed, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Picker } from '../../ui/TextField.tsx';
import { UndoButtons } from '../../ui/UndoButtons.tsx';
import type { Draft } from '../../ui/useDraft.ts';
import { showInNavigation } from '../../ui/workflow.ts';
import styles from './MatchView.module.css';
import { useMatchWork } from './matchWork.ts';
import { say } from '../../core/language/say.ts';

interface MatchHeadProps {
  plans: readonly { id: string; name: string }[];
  draft: Draft;
  onKept: (record: MatchRecord) => void;
}

/** What the plan comes to in one sentence, and whether it is kept. */
export function MatchHead({ plans, draft, onKept }: MatchHeadProps) {
  const { record, plan, summary, history, nameOf } = useMatchWork();
  const changed = plan !== record.plan;
  const usual = plan.entries.map(({ id }) => id);
  const words = summary === null ? null : matchWords(summary, usual, plan.goal, nameOf);
  const { mutate, error } = useMutation({
    mutationFn: () =>
      ask(matchSchema, 'PATCH', `matches/${record.id}`, {
        name: record.name,
        plan,
        version: record.version,
      }),
    onSuccess: (kept) => {
      draft.forget();
      onKept(kept);
    },
  });
  const theirs = storedIn(error);
  useEffect(() => {
    if (summary === null) return;
    const [mean, full] = [summary.expected, summary.full].map((points) => formatNumber(points, 0));
    showInNavigation({ name: 'Match', state: say`${mean!} of ${full!} points`, tone: 'plain' });
  }, [summary]);
  return (
    <header className={styles['head']}>
      <div>
        <h1>
          {words?.headline ??
            (plan.entries.length === 0
              ? say`Put a route into the match.`
              : say`Working the match out …`)}
        </h1>
        <p>{words?.reason}</p>
      </div>
      <div className={styles['tools']}>
        {plans.length > 1 && (
          <Picker
            label={say`Plan`}
            value={record.id}
            options={plans.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => {
              const address = new URL(location.href);
              address.searchParams.set('match', id);
              location.assign(address);
            }}
          />
        )}
        <span data-needs="coach">
          <UndoButtons history={history} />
          {changed && (
            <Button variant="main" onClick={() => mutate()}>{say`Keep this plan`}</Button>
          )}
        </span>
        <KeyHelp
          keys={[
            { keys: 'Ctrl+Z', says: say`Undo`, act: history.undo },
            { keys: 'Ctrl+Shift+Z', says: say`Redo`, act: history.redo },
            ...(changed ? [{ keys: 'K', says: say`Keep this plan`, act: () => mutate() }] : []),
          ]}
        />
      </div>
      {draft.restored && (
        <Notice>
          {say`Your changes from before were brought back.`}{' '}
          <Button onClick={draft.discard}>{say`Drop them`}</Button>
        </Notice>
      )}
      {error !== null && (
        <Notice tone="fault">
          {sentenceOf(error)}{' '}
          {theirs !== null && (
            <Button
              onClick={() => {
                draft.forget();
                onKept(theirs);
              }}
            >{say`Take theirs`}</Button>
          )}
        </Notice>
      )}
    </header>
  );
}

/** The plan as somebody else kept it meanwhile, when that is why it was refused. */
function storedIn(error: unknown): MatchRecord | null {
  const problem = error instanceof RequestFailed ? error.problem : null;
  const read = matchSchema.safeParse((problem as { stored?: unknown } | null)?.stored);
  return read.success ? read.data : null;
}
