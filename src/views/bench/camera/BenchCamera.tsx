import { useEffect, useState } from 'react';
import type { PracticeCommand } from '../../../core/practice/commands.ts';
import type { Watching } from '../../../core/camera/runDetector.ts';
import { say } from '../../../core/language/say.ts';
import type { BeforeCamera, CameraNotes } from '../../../ui/camera/cameraNotes.ts';
import { useCameraNotes } from '../../../ui/camera/cameraNotes.ts';
import styles from '../../../ui/camera/Camera.module.css';
import { CameraChoice } from '../../../ui/camera/CameraChoice.tsx';
import { CameraFacts } from '../../../ui/camera/CameraFacts.tsx';
import { CameraPicture } from '../../../ui/camera/CameraPicture.tsx';
import type { SourceChoice } from '../../../ui/camera/pictureSource.ts';
import { TagPlace } from '../../../ui/camera/TagPlace.tsx';
import { useSignal, type Signal } from '../../../ui/camera/useSignal.ts';
import { watchingWords } from '../../../ui/camera/watchWords.ts';
import { Notice } from '../../../ui/Notice.tsx';
import { useBenchDrives, type BenchDrives } from './useBenchDrives.ts';

interface BenchCameraProps extends BenchDrives {
  table: BeforeCamera['field'] | null;
  /** What the practice robot does for the next reading, and how many there are already. */
  command: PracticeCommand;
  taken: number;
  /** What has to be written down before, because no camera sees it; empty when all is there. */
  unwritten: readonly string[];
}

/** A bench whose true values a camera says: let it drive, and the readings are there. */
export function BenchCamera(props: BenchCameraProps) {
  const { table } = props;
  if (table === null)
    return (
      <Notice>{say`A camera measures by tags in the corners of a table: draw the table under Field and a route on it first.`}</Notice>
    );
  return <AtTable {...props} table={table} />;
}

function AtTable(props: BenchCameraProps & { table: BeforeCamera['field'] }) {
  const notes = useCameraNotes({ field: props.table, robot: props.robot });
  if (notes === null) return <Notice>{say`Asking what is known of table and camera …`}</Notice>;
  return <Watched {...props} notes={notes} />;
}

function Watched({
  table,
  notes,
  command,
  taken,
  unwritten,
  ...drives
}: BenchCameraProps & { table: BeforeCamera['field']; notes: CameraNotes }) {
  const { robot } = drives;
  const [choice, setChoice] = useState<SourceChoice | null>(null);
  const [signal, setSignal] = useState<Signal>('sound');
  const { watch, last } = useBenchDrives(choice, notes, drives);
  const { seen, source } = watch;
  // The practice robot does what is asked for now.
  useEffect(() => source?.tell?.(command), [source, command]);
  const watching = seen?.watching;
  const ready = watching?.kind === 'ready';
  useSignal(choice !== null, ready, signal);
  const under = watching?.kind === 'running' || watching?.kind === 'ending';
  const lens = source === null ? null : notes.lensOf(source.name);
  return (
    <div className={styles['bench']}>
      {choice !== null && (
        <>
          <CameraPicture
            {...{ source, seen }}
            band={[]}
            tags={notes.tags}
            robotTag={notes.robotTag}
            body={robot.setup.setup.body}
            track={under || last === null ? [] : last.run.track}
            ended={null}
            lit={ready && signal === 'light'}
          />
          <div className={styles['now']} role="status" data-ready={ready}>
            <p>
              <b>
                {watching === undefined
                  ? say`Looking for tags …`
                  : driveWords(watching, notes.robotTag.id)}
              </b>{' '}
              {!under && last !== null && last.words}
            </p>
          </div>
          {unwritten.length > 0 && (
            <Notice tone="fault">{say`Write this down first, no camera sees it: ${unwritten.join(', ')}.`}</Notice>
          )}
          {seen !== null && (
            <CameraFacts rate={watch.rate} height={notes.robotTag.height} {...{ seen, lens }} />
          )}
        </>
      )}
      {watch.fault !== null && <Notice tone="fault">{watch.fault}</Notice>}
      <details className={styles['settings']} open={choice === null}>
        <summary>{say`Camera and tags`}</summary>
        <CameraChoice
          {...{ robot, choice, notes, signal }}
          field={table}
          practice={{ does: { command }, before: taken }}
          onChoice={setChoice}
          onSignal={setSignal}
        />
        {choice !== null && <TagPlace robotId={robot.id} quiet={under} {...{ seen, notes }} />}
        <p>{say`Pictures stay in this browser and are not kept.`}</p>
      </details>
    </div>
  );
}

/** What happens now, as a bench says it. */
function driveWords(watching: Watching, robotTag: number): string {
  switch (watching.kind) {
    case 'ready':
      return say`Ready. Let it drive.`;
    case 'moving':
      return say`It moves.`;
    case 'running':
      return say`Under way.`;
    case 'interrupted':
      return watching.by === 'lifted'
        ? say`Picked up. Put it down anywhere.`
        : say`Lost from sight. Put it down anywhere.`;
    default:
      return watchingWords(watching, robotTag).now;
  }
}
