import type { FieldRecord } from '../../contracts/fields.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import type { Draft } from '../../ui/useDraft.ts';
import { NewerField } from './NewerField.tsx';
import { useRouteState, useRouteStore } from './routeStore.ts';
import { useRouteWork } from './routeWork.ts';
import { say } from '../../core/language/say.ts';

interface RouteNoticesProps {
  newer: FieldRecord | null;
  draft: Draft;
}

/** What has to be known of the plan before anything is done to it. */
export function RouteNotices({ newer, draft }: RouteNoticesProps) {
  const { takeField } = useRouteStore();
  const { field, continued, revision } = useRouteState((state) => state);
  const { plan, unfit } = useRouteWork();
  return (
    <>
      {draft.restored && (
        <Notice>
          {say`Changes that were not saved yet are back. Undo does not reach behind them;`}{' '}
          <Button variant="quiet" onClick={draft.discard}>{say`drop them`}</Button>
        </Notice>
      )}
      {unfit.length > 0 && (
        <Notice tone="fault">{say`This revision does not fit the drawing of its field. ${unfit.join(' ')} Save it as a revision to keep that.`}</Notice>
      )}
      {newer !== null && newer.revision.id !== field.revision.id && (
        <NewerField
          present={field}
          newer={newer}
          plan={plan}
          onTake={(next) => takeField(newer, next)}
        />
      )}
      {continued !== null && (
        <Notice>{say`This continues revision ${continued.number}; revision ${revision.number} stays in the list.`}</Notice>
      )}
    </>
  );
}
