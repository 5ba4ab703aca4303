import { toField, type Point } from '../../core/mathematics/pose.ts';
import { rectangle } from '../../core/mathematics/polygon.ts';
import { onScreen } from '../../ui/FieldTable.tsx';
import { fieldBox, FieldDrawing } from '../../ui/FieldDrawing.tsx';
import { useZoom } from '../../ui/zoom/useZoom.ts';
import { fieldOf, plannedRun, setupOf, START_ID, type Beginning } from './beginning.ts';
import styles from './BeginView.module.css';
import { say } from '../../core/language/say.ts';

interface TableDrawingProps {
  beginning: Beginning;
  onPlace: (point: Point) => void;
}

/** The table with start, target and the path that grows with the words; a press puts the next of them down. */
export function TableDrawing({ beginning, onPlace }: TableDrawingProps) {
  const { start, target, plan } = beginning;
  const field = fieldOf({ ...beginning, target: null });
  const zoom = useZoom(fieldBox(field));
  const { body } = setupOf(beginning);
  const run = start === null ? null : plannedRun(beginning);
  const pose = run?.end ?? null;
  return (
    <FieldDrawing
      field={field}
      startId={START_ID}
      label={say`The table: press where the robot starts, then where it has to be`}
      zoom={zoom}
      pictureUrl={beginning.picture?.url ?? null}
      onPoint={(point, event) => {
        if (event.type === 'pointerdown') onPlace(point);
      }}
    >
      {(drawn) => (
        <g>
          {run !== null && plan.moves.length > 0 && (
            <polyline
              className={styles['path']}
              points={run.trace
                .map((moment) => drawn(toField(moment, { x: body.toolX, y: body.toolY })))
                .map(({ x, y }) => `${x},${y}`)
                .join(' ')}
            />
          )}
          {pose !== null && (
            <polygon
              className={styles['body']}
              points={rectangle(-body.behind, -body.width / 2, body.ahead + body.behind, body.width)
                .map((corner) => drawn(toField(pose, corner)))
                .map(({ x, y }) => `${x},${y}`)
                .join(' ')}
            />
          )}
          {target !== null && <Target at={onScreen(target, field)} />}
        </g>
      )}
    </FieldDrawing>
  );
}

function Target({ at }: { at: Point }) {
  return (
    <g className={styles['target']}>
      <circle cx={at.x} cy={at.y} r={30} />
      <line x1={at.x - 12} y1={at.y} x2={at.x + 12} y2={at.y} />
      <line x1={at.x} y1={at.y - 12} x2={at.x} y2={at.y + 12} />
    </g>
  );
}
