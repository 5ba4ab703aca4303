import { useMemo, useState } from 'react';
import type { LensNote } from '../../../core/camera/notes.ts';
import type { Pose } from '../../../core/mathematics/pose.ts';
import { Button } from '../../../ui/Button.tsx';
import type { SeenFrame } from '../../../ui/camera/cameraWorker.ts';
import type { SourceChoice } from '../../../ui/camera/pictureSource.ts';
import { useWatch } from '../../../ui/camera/useWatch.ts';
import { MoveByMove } from '../../../ui/moves/MoveByMove.tsx';
import { seenOnce, useMoves, useSeenRuns } from '../../../ui/moves/useMoves.ts';
import { Notice } from '../../../ui/Notice.tsx';
import { useNewRevision } from '../../../ui/useNewRevision.ts';
import { useKeys } from '../../../ui/useKeys.ts';
import { sentenceOf } from '../../../ui/api.ts';
import { useTableWork } from '../tableWork.ts';
import { useWakeLock } from '../../../ui/useWakeLock.ts';
import { AskedRun } from './AskedRun.tsx';
import { CameraChoice } from '../../../ui/camera/CameraChoice.tsx';
import { CameraFacts } from '../../../ui/camera/CameraFacts.tsx';
import { CameraPicture } from '../../../ui/camera/CameraPicture.tsx';
import styles from '../../../ui/camera/Camera.module.css';
import type { CameraNotes } from '../../../ui/camera/cameraNotes.ts';
import { LensSteps } from './LensSteps.tsx';
import { LoggedRun } from './LoggedRun.tsx';
import { putDownWords, runLabel } from './seenRun.ts';
import { TagPlace } from '../../../ui/camera/TagPlace.tsx';
import { TagSurvey } from './TagSurvey.tsx';
import { useCameraLog } from './useCameraLog.ts';
import { useSignal, type Signal } from '../../../ui/camera/useSignal.ts';
import { watchingWords } from '../../../ui/camera/watchWords.ts';
import { say } from '../../../core/language/say.ts';

interface CameraWatchProps {
  notes: CameraNotes;
  choice: SourceChoice | null;
  onChoice: (choice: SourceChoice | null) => void;
}

/** What the camera sees at the left; what becomes of it, and what to do, at the right. */
export function CameraWatch({ notes, choice, onChoice }: CameraWatchProps) {
  const { route, robot, field, experiment, store, undo, log } = useTableWork();
  const { plan } = route.revision;
  const { setup } = robot.setup;
  const [signal, setSignal] = useState<Signal>('sound');
  const task = useMemo(
    () => ({
      route: { plan, field: field.field, setup },
      tags: notes.tags,
      robotTag: notes.robotTag,
      lensOf: notes.lensOf,
    }),
    [plan, field, setup, notes],
  );
  const seenRuns = useSeenRuns(route.revision.id);
  const cameraLog = useCameraLog(seenRuns.again);
  const watch = useWatch(choice, task, cameraLog.take);
  const { seen, source, band } = watch;
  const lens = source === null ? null : notes.lensOf(source.name);
  const { asked, logged } = cameraLog;
  const make = useNewRevision(route.id, route.revision.number);
  // The newest run counts at once: its track is on its way, or waits for a connection.
  const all = useMemo(() => {
    const others = seenRuns.runs.filter(({ runId }) => runId !== logged?.id);
    return [...seenOnce(others), ...(logged === null ? [] : [logged.run.seen])];
  }, [seenRuns.runs, logged]);
  const moves = useMoves(experiment, all);
  const ready = seen?.watching.kind === 'ready';
  useSignal(choice !== null, ready, signal);
  useWakeLock(choice !== null);
  /** The run that the camera logged last; before it logged one, the last of all. */
  const takeBack = () => {
    const run = log.runs.find(({ id }) => id === logged?.id);
    cameraLog.forget();
    if (run === undefined) undo();
    else void log.withdraw(run);
  };
  useKeys([
    { keys: 'U', says: say`Take the last run back`, act: takeBack },
    { keys: 'Escape', says: say`Back to the card`, act: () => store.turnTo('runs') },
  ]);
  const fault = watch.fault ?? cameraLog.fault ?? (make.error && sentenceOf(make.error));
  const shown = asked ?? logged?.run ?? null;
  const track: readonly Pose[] = shown?.track ?? [];
  const watching = seen?.watching;
  // What was logged stays in words until the next run is under way.
  const under = watching?.kind === 'running' || watching?.kind === 'ending';
  return (
    <div className={styles['sheet']}>
      <div className={styles['left']}>
        <CameraPicture
          source={source}
          seen={seen}
          band={band}
          tags={notes.tags}
          robotTag={notes.robotTag}
          body={setup.body}
          track={under ? [] : track}
          ended={
            under || logged === null
              ? null
              : { at: logged.run.end, words: runLabel(logged.content, logged.run) }
          }
          lit={ready && signal === 'light'}
        />
        {choice === null && (
          <p
            className={styles['empty']}
          >{say`Choose what looks at the table: four tags lie in its corners, one is on the robot.`}</p>
        )}
        {seen !== null && (
          <CameraFacts rate={watch.rate} height={notes.robotTag.height} {...{ seen, lens }} />
        )}
        <Notice>{say`Pictures stay in this browser and are not kept. No hands on the table while a run is under way; the event’s rules and the adult in charge come first.`}</Notice>
      </div>
      <div className={styles['right']}>
        {asked !== null ? (
          <AskedRun run={asked} onAnswer={cameraLog.answer} />
        ) : logged !== null && !under ? (
          <LoggedRun
            number={log.runs.findIndex(({ id }) => id === logged.id) + 1}
            content={logged.content}
            next={watching === undefined ? null : watchingWords(watching, notes.robotTag.id)}
            onUndo={takeBack}
          />
        ) : (
          <Now watching={watching} loading={source !== null} robotTag={notes.robotTag.id} />
        )}
        {fault !== null && <Notice tone="fault">{fault}</Notice>}
        {moves !== null && !under && (
          <MoveByMove
            moves={moves}
            plan={plan}
            setup={setup}
            newest={logged !== null}
            putDown={logged === null ? null : putDownWords(logged.run.start, plan, field.field)}
            onRevision={(corrected, reason) =>
              make.mutate({ origin: 'bench', reason, plan: corrected })
            }
          />
        )}
        <CameraChoice
          {...{ field, robot }}
          practice={{ does: { plan }, before: log.runs.length }}
          choice={choice}
          onChoice={onChoice}
          notes={notes}
          signal={signal}
          onSignal={setSignal}
        />
        {choice !== null && <TagPlace robotId={robot.id} quiet={under} {...{ seen, notes }} />}
        {source !== null && seen !== null && (
          <FoundOnce quiet={under} camera={source.name} {...{ seen, notes, lens }} />
        )}
        <div className={styles['row']}>
          <Button onClick={() => store.turnTo('runs')}>{say`Back to the card`}</Button>
        </div>
      </div>
    </div>
  );
}

/** What can be found once for all runs: what the lens does, and where the tags lie. */
function FoundOnce(props: {
  seen: SeenFrame;
  camera: string;
  notes: CameraNotes;
  lens: LensNote | null;
  /** A run is under way: nothing new is begun, what was begun goes on. */
  quiet: boolean;
}) {
  const [open, setOpen] = useState<'lens' | 'tags' | null>(null);
  if (open === 'lens') return <LensSteps {...props} onDone={() => setOpen(null)} />;
  if (open === 'tags') return <TagSurvey {...props} onDone={() => setOpen(null)} />;
  if (props.quiet) return null;
  return (
    <div className={styles['row']}>
      <Button onClick={() => setOpen('lens')}>
        {props.lens === null ? say`Find out what the lens does` : say`Find out the lens again`}
      </Button>
      <Button onClick={() => setOpen('tags')}>{say`The tags lie elsewhere`}</Button>
    </div>
  );
}

function Now({
  watching,
  loading,
  robotTag,
}: {
  watching: Parameters<typeof watchingWords>[0] | undefined;
  loading: boolean;
  robotTag: number;
}) {
  const words =
    watching === undefined
      ? loading
        ? { now: say`Looking for tags …`, next: say`The first picture takes a moment.` }
        : {
            now: say`A camera can log the runs.`,
            next: say`Nobody reads a ruler: it says where the robot ended, and which move went wrong.`,
          }
      : watchingWords(watching, robotTag);
  return (
    <div className={styles['now']} role="status" data-ready={watching?.kind === 'ready'}>
      <h1>{words.now}</h1>
      <p>{words.next}</p>
    </div>
  );
}
