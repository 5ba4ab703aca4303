import { fieldObjectOf } from '../../core/field/editing.ts';
import { withTheirs } from '../../core/field/merging.ts';
import { Button } from '../../ui/Button.tsx';
import { useEdited } from '../../ui/history.ts';
import { Notice } from '../../ui/Notice.tsx';
import type { Draft } from '../../ui/useDraft.ts';
import { useFieldState, useFieldStore } from './fieldStore.ts';
import styles from './FieldView.module.css';
import { MergePanel, settled } from './MergePanel.tsx';
import { OfferChoice } from './OfferChoice.tsx';
import { PicturePanel } from './PicturePanel.tsx';
import { ThingPanel } from './ThingPanel.tsx';
import { useFieldSave } from './useFieldSave.ts';
import { say } from '../../core/language/say.ts';

interface FieldSideProps {
  id: string;
  draft: Draft;
  /** Whether it is offered to the other teams of the club; null where there is nobody to offer it to. */
  offered: boolean | null;
}

/** Beside the board: the numbers of what is chosen, what somebody else changed, and how all is saved. */
export function FieldSide({ id, draft, offered }: FieldSideProps) {
  const { state, history, choose } = useFieldStore();
  const { present: field } = useEdited(history);
  const { tool, chosen, name, clicked, merging, saved, pictures } = useFieldState((now) => now);
  const { save, fault } = useFieldSave(id, draft);
  const changed = field !== saved.field || name !== saved.name;
  return (
    <div className={styles['side']}>
      <div className={styles['scroll']}>
        {tool === 'picture' ? (
          <PicturePanel
            field={field}
            fieldId={id}
            clicked={clicked}
            onPlace={(picture) => history.change({ ...field, picture })}
            onPicture={() => state.setState({ pictures: pictures + 1 })}
          />
        ) : (
          <ThingPanel
            field={field}
            name={name}
            thing={chosen === null ? null : fieldObjectOf(field, chosen)}
            onName={(next) => state.setState({ name: next })}
            onField={history.change}
            onChoose={choose}
          />
        )}
      </div>
      {merging !== null && (
        <MergePanel
          merging={merging}
          onTheirs={(collision) => {
            history.change(withTheirs(field, merging.theirs.field, collision));
            state.setState({ merging: settled(merging, collision) });
          }}
          onMine={(collision) => state.setState({ merging: settled(merging, collision) })}
        />
      )}
      {draft.restored && (
        <Notice>
          {say`Changes that were not saved yet are back.`}{' '}
          <Button variant="quiet" onClick={draft.discard}>{say`Drop them`}</Button>
        </Notice>
      )}
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
      {offered !== null && <OfferChoice id={id} offered={offered} />}
      <div className={styles['actions']}>
        <Button
          data-needs="coach"
          variant={changed ? 'main' : 'plain'}
          disabled={!changed || name.trim() === ''}
          onClick={save}
        >
          {changed ? say`Save the field` : say`Saved`}
        </Button>
        <a href={`/api/v1/fields/${id}/file`}>{say`JSON`}</a>
        <a href={`/api/v1/fields/${id}/file?format=csv`}>{say`CSV`}</a>
        <a href={`/api/v1/fields/${id}/file?format=svg`}>{say`SVG`}</a>
      </div>
    </div>
  );
}
