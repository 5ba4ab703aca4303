import { routeRevisionSchema, type Route, type RouteRevision } from '../../contracts/routes.ts';
import { useState } from 'react';
import type { RoutePlan } from '../../core/route/plan.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { TextField } from '../../ui/TextField.tsx';
import styles from './RouteView.module.css';
import { say } from '../../core/language/say.ts';

interface SaveFormProps {
  route: Route;
  revision: RouteRevision;
  /** Number of the revision that it continues. */
  parent: number;
  plan: RoutePlan;
  /** Number of the field's revision that it stands on. */
  fieldRevision: number;
  onCancel: () => void;
  onSaved: (revision: RouteRevision) => void;
}

/** Asks why, and saves the plan as the next revision. */
export function SaveForm(props: SaveFormProps) {
  const { route, revision, parent, plan, fieldRevision, onCancel, onSaved } = props;
  const [reason, setReason] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const save = async () => {
    try {
      onSaved(
        await ask(routeRevisionSchema, 'POST', `routes/${route.id}/revisions`, {
          basedOn: revision.number,
          parent,
          origin: 'hand',
          reason: reason.trim(),
          plan,
          fieldRevision,
        }),
      );
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <form
      className={styles['save']}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <TextField
        label={say`Why this revision`}
        value={reason}
        onChange={setReason}
        placeholder={say`turn 2 went too far`}
        maxLength={200}
        autoFocus
      />
      <div className={styles['actions']}>
        <Button variant="main" type="submit">{say`Save revision ${revision.number + 1}`}</Button>
        <Button onClick={onCancel}>{say`Not yet`}</Button>
      </div>
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
    </form>
  );
}
