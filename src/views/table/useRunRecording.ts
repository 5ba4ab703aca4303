import { useRef, useState } from 'react';
import type { Link } from '../../contracts/link.ts';
import type { Run } from '../../contracts/records.ts';
import type { Field } from '../../core/field/field.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import type { RoutePlan } from '../../core/route/plan.ts';
import type { TelemetryLine } from '../../core/telemetry/lines.ts';
import { recordingOfLines } from '../../core/telemetry/recording.ts';
import { sentenceOf } from '../../ui/api.ts';
import { benchWorker } from '../../ui/benchWorker.ts';
import { useWorker } from '../../ui/useWorker.ts';
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
  /** Lets the practice robot drive a route, with its lines kept; null where the link is none of its. */
  drive: ((plan: RoutePlan, field: Field) => Promise<void>) | null;
  /** What a person reads off where the practice robot stands; null before it has stood anywhere. */
  stands: string | null;
  /** Keeps what came since the last run with this one. */
  keepWith: (run: Run) => Promise<void>;
}

export function useRunRecording(robotId: string, link: Link | null): RunRecordingState {
  const live = useLink(robotId, link);
  const worker = useWorker(benchWorker);
  const waiting = useRef<TelemetryLine[]>([]);
  const [on, setOn] = useState(false);
  const [lines, setLines] = useState(0);
  const [kept, setKept] = useState<RunRecordingState['kept']>([]);
  const [stands, setStands] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const restart = () => {
    waiting.current = [];
    setLines(0);
  };
  useLinkLines(live.follower, (arrived) => {
    const last = arrived.findLast(({ event }) => event?.startsWith('at '));
    if (last !== undefined) setStands(standsWords(last));
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
    stands,
    drive: live.link?.practice
      ? async (plan, field) => {
          restart();
          setStands(null);
          setOn(true);
          await live.command([{ do: 'route', plan, field }]);
        }
      : null,
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

/** Where a robot stands at a model, as somebody beside it reads it: “12 mm far, 3 mm left, turned 1° left at the Sluice”. */
function standsWords({ event, values }: TelemetryLine): string {
  const side = (value: number, [positive, negative]: [string, string], unit: string) =>
    `${formatNumber(Math.abs(value), unit === '°' ? 1 : 0)}${unit} ${value < 0 ? negative : positive}`;
  return [
    side(values['ahead_mm'] ?? 0, ['far', 'short'], ' mm'),
    side(values['aside_mm'] ?? 0, ['left', 'right'], ' mm'),
    `turned ${side(values['turned_deg'] ?? 0, ['left', 'right'], '°')} ${event}`,
  ].join(', ');
}
