import { say } from '../../core/language/say.ts';
import type { DrillReport } from '../../core/trainer/report.ts';
import { ROUTE, YARD, ZONE } from '../../core/trainer/yard.ts';
import { fieldBox, FieldDrawing } from '../../ui/FieldDrawing.tsx';
import { TargetCard } from '../../ui/targetCard/TargetCard.tsx';
import { useZoom } from '../../ui/zoom/useZoom.ts';
import styles from './Trainer.module.css';

/** The table of a drill as a camera over it sees it: the way that was planned, the runs, and where they ended. */
export function DrillBoard({ planned, runs }: Pick<DrillReport, 'planned' | 'runs'>) {
  const zoom = useZoom(fieldBox(YARD));
  return (
    <div className={styles['board']}>
      <FieldDrawing
        field={YARD}
        startId={ROUTE.startId}
        zoom={zoom}
        label={say`The way that was planned, and ${runs.length} runs as a camera saw them`}
      >
        {(drawn) => {
          const points = (track: readonly { x: number; y: number }[]) =>
            track
              .map((at) => {
                const { x, y } = drawn(at);
                return `${x.toFixed(0)},${y.toFixed(0)}`;
              })
              .join(' ');
          return (
            <>
              <polyline className={styles['planned']} points={points(planned)} />
              {runs.map(({ track }, run) => (
                <polyline key={run} className={styles['run']} points={points(track)} />
              ))}
            </>
          );
        }}
      </FieldDrawing>
      <TargetCard
        zone={ZONE}
        title={say`Bell`}
        enlarges={false}
        numbered
        runs={runs.map(({ offset, hit }, run) => ({
          id: String(run),
          number: run + 1,
          along: offset.along,
          left: offset.left,
          hit,
          setAside: false,
        }))}
      />
    </div>
  );
}
