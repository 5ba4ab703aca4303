import { useRef, useState } from 'react';
import type { CameraRun } from '../../../core/camera/liveWatch.ts';
import { trackRecording } from '../../../core/camera/trackRecording.ts';
import type { SeenFrame } from '../../../ui/camera/cameraWorker.ts';
import { sentenceOf } from '../../../ui/api.ts';
import { benchWorker } from '../../../ui/benchWorker.ts';
import { keepRecording } from '../../../ui/recordings.ts';
import { useWorker } from '../../../ui/useWorker.ts';
import { voltsOf } from '../startItems.ts';
import { useTableWork } from '../tableWork.ts';
import type { RunContent } from '../useRunLog.ts';
import type { Answer } from './AskedRun.tsx';
import { contentOfSeen } from './seenRun.ts';
import { doubtWords } from '../../../ui/camera/watchWords.ts';
import { say } from '../../../core/language/say.ts';

/** A run that logged itself. */
export interface LoggedByCamera {
  id: string;
  run: CameraRun;
  content: RunContent;
}

/**
 * Logs the runs that a camera saw, each with its track; asks about those that it is not sure of.
 *
 * @param onTrack called when a track is on the server
 */
export function useCameraLog(onTrack: () => void) {
  const { logMeasured, route, field, robot, checkpoints, store } = useTableWork();
  const worker = useWorker(benchWorker);
  const [waiting, setWaiting] = useState<readonly CameraRun[]>([]);
  const [logged, setLogged] = useState<LoggedByCamera | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const keeping = useRef(Promise.resolve());

  const keep = async (run: CameraRun, setAside: string | null) => {
    const { battery, zeroedAt, ticked } = store.state.getState();
    const noted = {
      battery: voltsOf(battery),
      gyroAt: zeroedAt,
      jig: ticked.size === 0 ? null : ticked.has('jig'),
    };
    const content = contentOfSeen(
      run,
      route.revision.plan,
      field.field,
      robot.setup.setup.body,
      checkpoints,
      noted,
      setAside,
    );
    const kept = await logMeasured(content);
    if (kept === null) {
      // Nothing is lost: it waits for somebody to say once more that it counts.
      setWaiting((before) => [...before, run]);
      setFault(say`The run could not be kept yet: say once more that it counts.`);
      return;
    }
    store.clear();
    store.turnTo('camera');
    setLogged({ id: kept.id, run, content });
    keeping.current = keeping.current.then(async () => {
      try {
        const by = { source: 'camera' as const, seen: run.seen };
        await keepRecording(worker, robot.id, trackRecording(run.track), kept.id, by);
        setFault(null);
        onTrack();
      } catch (error) {
        setFault(say`The run is logged, its track is not. ${sentenceOf(error)}`);
      }
    });
    await keeping.current;
  };
  const asked = waiting[0] ?? null;
  return {
    /** The oldest run about which nobody said anything yet. */
    asked,
    logged,
    fault,
    take: ({ run }: SeenFrame) => {
      if (run === null) return;
      if (run.doubts.length > 0) setWaiting((before) => [...before, run]);
      else void keep(run, null);
    },
    answer: (answer: Answer) => {
      setWaiting((before) => before.slice(1));
      if (asked === null || answer === 'none') return;
      void keep(asked, answer === 'set aside' ? asked.doubts.map(doubtWords).join(' ') : null);
    },
    forget: () => setLogged(null),
  };
}
