import { Redo2, Undo2 } from 'lucide-react';
import { Button } from './Button.tsx';
import { useEdited, type EditedHistory } from './history.ts';
import { say } from '../core/language/say.ts';

/** Goes back and forward in what was edited. */
export function UndoButtons<T>({ history }: { history: EditedHistory<T> }) {
  const { canUndo, canRedo } = useEdited(history);
  return (
    <>
      <Button variant="quiet" disabled={!canUndo} onClick={history.undo}>
        <Undo2 size={16} /> {say`Undo`}
      </Button>
      <Button variant="quiet" disabled={!canRedo} onClick={history.redo}>
        <Redo2 size={16} /> {say`Redo`}
      </Button>
    </>
  );
}
