import { useRef, useState } from 'react';
import type { Link } from '../../contracts/link.ts';
import type { Run } from '../../contracts/practices.ts';
import type { Field, Offset } from '../../core/field/field.ts';
import { radians } from '../../core/mathematics/angle.ts';
import type { RoutePlan } from '../../core/route/plan.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import type { TelemetryLine } from '../../core/telemetry/lines.ts';
import { recordingOfLines } from '../../core/telemetry/recording.ts';
import { sentenceOf } from '../../ui/api.ts';
import { benchWorker } from '../../ui/benchWorker.ts';
import { simulationWorker } from '../../ui/simulationWorker.ts';
import { useWorker } from '../../ui/useWorker.ts';
import { useLink, useLinkLines } from '../../ui/link/useLink.ts';
import { keepRecording } from '../../ui/recordings.ts';
import { say } from '../../core/language/say.ts';

/** Lines that are kept with one run at the most: ten minutes at 100 a second. */
const MOST_LINES = 60_000;

/** A run of the practice robot as somebody beside it reads it off. */
export interface DrivenByPractice {
  /** Where it stood at models, by their names; mm and rad from the middle of the zone. */
  ends: ReadonlyMap<string, Offset>;
  seconds: number;
  battery: number | null;
  /** What who looked saw go wrong, such as a robot that stood crooked. */
  seen: string | null;
}

/** What the link says is kept with each run, from one saved run to the next. */
export interface RunRecordingState {
  on: boolean;
  turn: (on: boolean) => void;
  /** Lines since the last run. */
  lines: number;
  /** Runs that got one on this sheet, and under which identifier it is kept. */
  kept: readonly { runId: string; telemetryId: string }[];
  fault: string | null;
  /** Whether the link is the practice robot’s, or there is none yet. */
  practises: boolean;
  /** Runs that the practice robot still has to drive. */
  driving: number;
  /** Lets the practice robot drive a route, each run with its lines kept; makes it ready where there is no link. */
  drive: (plan: RoutePlan, field: Field, times: number) => Promise<void>;
  /** It ends what it is at, and drives no more. */
  stop: () => void;
  /** Keeps what came since the last run with this one. */
  keepWith: (run: Run) => Promise<void>;
}

/**
 * @param experiment what is driven, by which recordings are taken apart into moves
 * @param onDriven called when the practice robot has driven a run
 */
export function useRunRecording(
  robotId: string,
  link: Link | null,
  experiment: Experiment,
  onDriven: (driven: DrivenByPractice) => void,
): RunRecordingState {
  const live = useLink(robotId, link);
  const worker = useWorker(benchWorker);
  const simulation = useWorker(simulationWorker);
  const waiting = useRef<TelemetryLine[]>([]);
  /** Lines of runs that are over and wait to be logged, in their order. */
  const over = useRef<TelemetryLine[][]>([]);
  const keeping = useRef(Promise.resolve());
  const watching = useRef(new PracticeWatch());
  const [on, setOn] = useState(false);
  const [lines, setLines] = useState(0);
  const [driving, setDriving] = useState(0);
  const [kept, setKept] = useState<RunRecordingState['kept']>([]);
  const [fault, setFault] = useState<string | null>(null);
  const restart = () => {
    waiting.current = [];
    setLines(0);
  };
  const hear = (line: TelemetryLine) => {
    // A run that nobody saves must not fill the memory: the newest lines are the ones that matter.
    if (on) waiting.current = [...waiting.current.slice(1 - MOST_LINES), line];
    const driven = driving > 0 ? watching.current.hear(line) : null;
    if (driven === null) return;
    over.current.push(waiting.current);
    waiting.current = [];
    setDriving((left) => left - 1);
    onDriven(driven);
  };
  useLinkLines(live.follower, (arrived) => {
    arrived.forEach(hear);
    setLines(waiting.current.length);
  });
  return {
    on,
    lines,
    kept,
    fault,
    driving,
    practises: live.link?.practice ?? true,
    drive: async (plan, field, times) => {
      restart();
      watching.current = new PracticeWatch();
      setOn(true);
      setDriving(times);
      try {
        const there = live.link ?? (await live.open(true));
        const once = { do: 'route' as const, plan, field };
        await live.command(
          Array.from({ length: times }, () => once),
          there,
        );
      } catch (error) {
        setDriving(0);
        throw error;
      }
    },
    stop: () => {
      setDriving(0);
      void live.drop();
    },
    turn: (next) => {
      restart();
      setOn(next);
    },
    keepWith: async (run) => {
      const its = over.current.shift() ?? waiting.current;
      if (!on || its.length === 0) return;
      const recording = recordingOfLines(its);
      if (its === waiting.current) restart();
      // One after the other: the worker gives up what it is at when something else is asked.
      keeping.current = keeping.current.then(async () => {
        try {
          const seen = await simulation.ask((door) => door.hubMoves(recording, experiment));
          const by = { source: 'hub' as const, seen };
          const { id, sent } = await keepRecording(worker, robotId, recording, run.id, by);
          if (sent) setKept((now) => [...now, { runId: run.id, telemetryId: id }]);
          setFault(null);
        } catch (error) {
          setFault(say`The run is saved, its recording is not. ${sentenceOf(error)}`);
        }
      });
      await keeping.current;
    },
  };
}

/** Hears a run of the practice robot from its being put down to its end. */
class PracticeWatch {
  private ends = new Map<string, Offset>();
  private from = 0;
  private seen: string | null = null;

  /** The run, when this line was its last. */
  hear({ event, values }: TelemetryLine): DrivenByPractice | null {
    const time = values['t_s'] ?? 0;
    if (event === 'stood crooked') this.seen = say`it stood crooked at the start`;
    if (event === 'set off') this.from = time;
    if (event?.startsWith('at ')) {
      this.ends.set(event.slice('at '.length), {
        along: values['ahead_mm'] ?? 0,
        left: values['aside_mm'] ?? 0,
        turned: radians(values['turned_deg'] ?? 0),
      });
    }
    if (event !== 'route over') return null;
    const driven = {
      ends: this.ends,
      seconds: Number((time - this.from).toFixed(1)),
      battery: values['battery_v'] ?? null,
      seen: this.seen,
    };
    this.ends = new Map();
    this.seen = null;
    return driven;
  }
}
