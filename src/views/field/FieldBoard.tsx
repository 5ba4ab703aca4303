import { Trash2 } from 'lucide-react';
import type { PointerEvent } from 'react';
import { degrees } from '../../core/mathematics/angle.ts';
import type { Point } from '../../core/mathematics/pose.ts';
import { formatNumber, formatQuantity, formatShown } from '../../core/mathematics/quantity.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldDrawing } from '../../ui/FieldDrawing.tsx';
import { useEdited } from '../../ui/history.ts';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { UndoButtons } from '../../ui/UndoButtons.tsx';
import type { SheetKey } from '../../ui/useKeys.ts';
import { zoomKeys, type Zoom } from '../../ui/zoom/useZoom.ts';
import { FieldOverlay } from './FieldOverlay.tsx';
import { useFieldState, useFieldStore } from './fieldStore.ts';
import styles from './FieldView.module.css';
import { TOOLS } from './tools.tsx';
import { say } from '../../core/language/say.ts';

interface FieldBoardProps {
  id: string;
  zoom: Zoom;
}

/** The table to scale, drawn on with the chosen tool, and what can be done to what is chosen. */
export function FieldBoard({ id, zoom }: FieldBoardProps) {
  const store = useFieldStore();
  const { history } = store;
  const { present: field } = useEdited(history);
  const { tool, chosen, open, measured, merging, pictures } = useFieldState((state) => state);
  const point = (at: Point, { type, buttons }: PointerEvent<SVGSVGElement>) => {
    // The middle button pushes the drawing about.
    if (type === 'pointerdown' && buttons === 1) store.press(at);
    else if (type === 'pointermove' && buttons === 1) store.pull(at);
    else if (type === 'pointerup' || type === 'pointerleave') store.release();
  };
  return (
    <>
      <div className={styles['drawing']} data-tool={tool}>
        {measured !== null && (
          <output className={`mono ${styles['measured']}`}>{measureWords(measured)}</output>
        )}
        <FieldDrawing
          field={field}
          zoom={zoom}
          startId={field.starts[0]!.id}
          pictureUrl={field.picture === null ? null : `/api/v1/fields/${id}/picture?v=${pictures}`}
          label={say`The field to scale, to be drawn`}
          onPoint={point}
        >
          {(drawn) => (
            <FieldOverlay
              field={field}
              drawn={drawn}
              choosing={tool === 'choose'}
              chosen={chosen}
              open={open}
              measured={measured}
              theirs={merging}
              onChoose={store.choose}
              onHandle={store.grabHandle}
              onThing={store.grabThing}
              snap={store.snap}
            />
          )}
        </FieldDrawing>
      </div>
      <div className={styles['under']}>
        <p>{TOOLS.find((one) => one.tool === tool)!.says}</p>
        {open.length >= 2 && <Button onClick={store.finish}>{say`End it`}</Button>}
        <UndoButtons history={history} />
        <Button variant="quiet" disabled={chosen === null} onClick={store.remove}>
          <Trash2 size={16} /> {say`Delete`}
        </Button>
        <KeyHelp keys={useFieldKeys(zoom)} />
      </div>
    </>
  );
}

function useFieldKeys(zoom: Zoom): SheetKey[] {
  const { take, finish, remove, nudge, history } = useFieldStore();
  return [
    ...TOOLS.map(({ tool, key, label }) => ({ keys: key, says: label, act: () => take(tool) })),
    { keys: 'Enter', says: say`End a wall or line`, act: finish },
    { keys: 'Delete', says: say`Delete what is chosen`, act: remove },
    { keys: 'ArrowLeft', says: say`Move it left`, act: () => nudge(-1, 0) },
    { keys: 'ArrowRight', says: say`Move it right`, act: () => nudge(1, 0) },
    { keys: 'ArrowUp', says: say`Move it away`, act: () => nudge(0, 1) },
    { keys: 'ArrowDown', says: say`Move it nearer`, act: () => nudge(0, -1) },
    { keys: 'Ctrl+Z', says: say`Undo`, act: history.undo },
    { keys: 'Ctrl+Shift+Z', says: say`Redo`, act: history.redo },
    ...zoomKeys(zoom),
  ];
}

function measureWords([from, to]: [Point, Point]): string {
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  return say`${formatQuantity(Math.hypot(dx, dy), 'length', 1)}, ${formatNumber(degrees(Math.atan2(dy, dx)), 1)}°, across ${formatShown(dx, 'length')}, away ${formatShown(dy, 'length')}`;
}
