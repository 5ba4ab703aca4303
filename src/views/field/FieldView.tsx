import { useState } from 'react';
import type { FieldRecord } from '../../contracts/fields.ts';
import type { Field } from '../../core/field/field.ts';
import { fieldSchema } from '../../core/field/schema.ts';
import { fieldBox } from '../../ui/FieldDrawing.tsx';
import { useEdited } from '../../ui/history.ts';
import { island } from '../../ui/island.tsx';
import { useDraft } from '../../ui/useDraft.ts';
import { useZoom } from '../../ui/zoom/useZoom.ts';
import { FieldBoard } from './FieldBoard.tsx';
import { FieldSide } from './FieldSide.tsx';
import {
  createFieldStore,
  FieldStoreProvider,
  useFieldState,
  useFieldStore,
} from './fieldStore.ts';
import { FieldTools } from './FieldTools.tsx';
import styles from './FieldView.module.css';

interface FieldViewProps {
  record: FieldRecord;
  /** Whether it is offered to the other teams of the club; null where there is nobody to offer it to. */
  offered: boolean | null;
}

/** The field station’s drawing board: everything on the table, to scale, by pointing or by numbers. */
function FieldSheet({ record, offered }: FieldViewProps) {
  const [store] = useState(() => createFieldStore(record));
  return (
    <FieldStoreProvider value={store}>
      <FieldStations id={record.id} offered={offered} />
    </FieldStoreProvider>
  );
}

export const FieldView = island(FieldSheet);

function FieldStations({ id, offered }: { id: string; offered: boolean | null }) {
  const { history } = useFieldStore();
  const saved = useFieldState((state) => state.saved);
  const { present: field } = useEdited(history);
  const draft = useDraft({
    name: `corvat-field-draft-${id}`,
    basis: `${saved.revision.id}.${saved.version}`,
    saved: saved.field,
    present: field,
    read: readField,
    restart: history.restart,
  });
  const { width, height } = field;
  const zoom = useZoom(fieldBox({ width, height }));
  return (
    <div className={styles['view']}>
      <div className={styles['board']}>
        <FieldTools zoom={zoom} />
        <FieldBoard id={id} zoom={zoom} />
      </div>
      <FieldSide id={id} draft={draft} offered={offered} />
    </div>
  );
}

function readField(kept: unknown): Field | null {
  return fieldSchema.safeParse(kept).data ?? null;
}
