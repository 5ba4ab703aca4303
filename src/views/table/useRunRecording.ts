import { useEffect, useMemo, useRef, useState } from 'react';
import type { Link } from '../../contracts/link.ts';
import type { Run } from '../../contracts/records.ts';
import type { TelemetryLine } from '../../core/telemetry/lines.ts';
import { recordingOfLines } from '../../core/telemetry/recording.ts';
import { sentenceOf } from '../../ui/api.ts';
import { benchWorker } from '../../ui/benchWorker.ts';
import { useLink, useLinkLines } from '../../ui/link/useLink.ts';
import { keepRecording } from '../../ui/recordings.ts';

/** Lines that are kept with one run at the most: ten minutes at 100 a second. */
const MOST_LINES = 60_000;

/** What the link says is kept with each run, from one saved run to the next. */
export interface RunRecordingState {
  on: boolean;
  turn: (on: boolean) => void;
  /** Lines since the last run. */
  lines: number;
  /** Runs that got one on this sheet, and under which identifier it is kept. */
  kept: readonly { runId: string; telemetryId: string }[];
  fault: string | null;
  /** Keeps what came since the last run with this one. */
  keepWith: (run: Run) => Promise<void>;
}

export function useRunRecording(robotId: string, link: Link | null): RunRecordingState {
  const live = useLink(robotId, link);
  const worker = useMemo(() => benchWorker(), []);
  useEffect(() => () => worker.end(), [worker]);
  const waiting = useRef<TelemetryLine[]>([]);
  const [on, setOn] = useState(false);
  const [lines, setLines] = useState(0);
  const [kept, setKept] = useState<RunRecordingState['kept']>([]);
  const [fault, setFault] = useState<string | null>(null);
  const restart = () => {
    waiting.current = [];
    setLines(0);
  };
  useLinkLines(live.follower, (arrived) => {
    if (!on) return;
    // A run that nobody saves must not fill the memory: the newest lines are the ones that matter.
    waiting.current = [...waiting.current, ...arrived].slice(-MOST_LINES);
    setLines(waiting.current.length);
  });
  return {
    on,
    lines,
    kept,
    fault,
    turn: (next) => {
      restart();
      setOn(next);
    },
    keepWith: async (run) => {
      if (!on || waiting.current.length === 0) return;
      const recording = recordingOfLines(waiting.current);
      restart();
      try {
        const telemetryId = await keepRecording(worker, robotId, recording, run.id);
        setKept((now) => [...now, { runId: run.id, telemetryId }]);
        setFault(null);
      } catch (error) {
        setFault(`The run is saved, its recording is not. ${sentenceOf(error)}`);
      }
    },
  };
}
