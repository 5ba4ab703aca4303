import type { Run } from '../../contracts/practices.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import styles from './TableView.module.css';
import type { LogNote } from './useRunLog.ts';
import { say } from '../../core/language/say.ts';

interface LogNotesProps {
  note: LogNote | null;
  /** Number of the run that was saved. */
  number: number;
  /** Whether the server has it, or only this device. */
  sent: boolean;
  editing: Run | null;
  onStop: () => void;
  onUndo: () => void;
  onPutBack: (run: Run) => void;
  onWithdraw: (run: Run) => void;
}

/** What was done last and how to take it back. */
export function LogNotes(props: LogNotesProps) {
  const { note, number, sent, editing, onStop, onUndo, onPutBack, onWithdraw } = props;
  if (note?.kind === 'fault') return <Notice tone="fault">{note.sentence}</Notice>;
  if (editing !== null) {
    return (
      <div className={styles['undo']}>
        <span>{say`Change the mark or the cause, then Hit or Miss saves it.`}</span>
        <Button onClick={() => onWithdraw(editing)}>{say`Take back`}</Button>
        <Button onClick={onStop}>{say`Leave as it was`}</Button>
      </div>
    );
  }
  if (note?.kind === 'withdrawn') {
    return (
      <div className={styles['undo']}>
        <span>{say`The run was taken back.`}</span>
        <Button onClick={() => onPutBack(note.run)}>{say`Put it back`}</Button>
      </div>
    );
  }
  if (note?.kind === 'saved') {
    return (
      <div className={styles['undo']}>
        <span role="status">
          {sent ? say`Run ${number} is saved.` : say`Run ${number} is kept on this device.`}
        </span>
        <Button onClick={onUndo}>{say`Undo (U)`}</Button>
      </div>
    );
  }
  return null;
}
