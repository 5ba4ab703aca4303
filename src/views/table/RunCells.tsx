import { useEffect, useRef, type ReactNode } from 'react';
import type { Run } from '../../contracts/practices.ts';
import { formatShown } from '../../core/mathematics/quantity.ts';
import type { Checkpoint } from '../../core/route/checkpoints.ts';
import styles from './TableView.module.css';
import { say } from '../../core/language/say.ts';

/** How a run is shown: colour is never alone, so each look has a word too. */
export function runLook(run: Run, checkpoint: Checkpoint): 'hit' | 'miss' | 'aside' {
  if (run.setAside !== null) return 'aside';
  const outcome = run.outcomes.find(({ modelId }) => modelId === checkpoint.modelId);
  return outcome?.hit === false ? 'miss' : 'hit';
}

interface RunCellsProps {
  runs: readonly Run[];
  /** Runs that are on this device only. */
  waiting: ReadonlySet<string>;
  checkpoint: Checkpoint;
  /** Number of the revision that is run now; runs of earlier ones stand back. */
  revision: number;
  editing: Run | null;
  next: ReactNode;
  onEdit: (run: Run) => void;
}

/** The runs of the session in a row; a press on one opens it for changing. */
export function RunCells(props: RunCellsProps) {
  const { runs, waiting, checkpoint, revision, editing, next, onEdit } = props;
  const row = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (row.current !== null) row.current.scrollLeft = row.current.scrollWidth;
  }, [runs.length]);
  return (
    <div ref={row} className={styles['runs']} role="group" aria-label={say`Runs of this session`}>
      {runs.map((run, i) => {
        const look = runLook(run, checkpoint);
        const measured = run.measurements.find(
          ({ checkpointId }) => checkpointId === checkpoint.id,
        );
        const words =
          measured === undefined
            ? say`not measured`
            : `${formatShown(-measured.left, 'length', 0)} ${formatShown(measured.along, 'length', 0)}`;
        return (
          <button
            key={run.id}
            type="button"
            className={styles['run']}
            data-look={look}
            data-earlier={run.revisionNumber !== revision}
            aria-pressed={editing?.id === run.id}
            title={waiting.has(run.id) ? say`not sent yet` : (run.setAside ?? undefined)}
            onClick={() => onEdit(run)}
          >
            <strong>
              {i + 1} {waiting.has(run.id) ? '… ' : ''}
              {look === 'miss' ? say`○ miss` : look === 'aside' ? say`× aside` : ''}
            </strong>
            <span>
              {words}
              {run.revisionNumber === revision ? '' : say`, rev ${run.revisionNumber}`}
            </span>
          </button>
        );
      })}
      <div className={`${styles['run']} ${styles['next']}`}>
        <strong>{runs.length + 1}</strong>
        {next}
      </div>
    </div>
  );
}
