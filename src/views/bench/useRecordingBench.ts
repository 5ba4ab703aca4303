import { useMemo, useState } from 'react';
import { recordsOf, type BenchRecord } from '../../contracts/bench.ts';
import type { Conditions } from '../../core/benches/definition.ts';
import type { Bench } from '../../core/benches/index.ts';
import type { PracticeCommand } from '../../core/practice/commands.ts';
import type { Recording } from '../../core/telemetry/recording.ts';
import { sentenceOf } from '../../ui/api.ts';
import { benchWorker, type BenchWorker } from '../../ui/benchWorker.ts';
import { useWorker } from '../../ui/useWorker.ts';
import { Stopped, useRecorder, type Recorded, type Recorder } from '../../ui/link/useRecorder.ts';
import { keepRecording, loadRecording } from '../../ui/recordings.ts';
import { useMountEffect } from '../../ui/useMountEffect.ts';
import type { BenchSheetProps } from './benchView.ts';
import { say } from '../../core/language/say.ts';

/** Benches whose readings are a recording. */
export type RecordedBench = Extract<Bench, { telemetry: string }>;

/** What a record says beside what was found. */
interface RecordedUnder {
  conditions: Conditions;
  telemetry: string;
  rightPositive: boolean;
  /** Lines that went missing while it was made. */
  lost: number;
}

interface RecordingBenchOptions<B extends RecordedBench, A, S> extends Pick<
  BenchSheetProps,
  'robot' | 'records' | 'live' | 'keeping'
> {
  kind: B['kind'];
  /** Finds out what a recording says; null when it says nothing. */
  analyse: (worker: BenchWorker, recording: Recording, rightPositive: boolean) => Promise<A | null>;
  /** What is wrong with a recording that says nothing. */
  nothing: string;
  /** @param said what somebody said of the telemetry when it was taken */
  recordOf: (analysis: A, under: RecordedUnder, said: S | null) => B;
}

/** What the sheet of such a bench stands on. */
export interface RecordingBench<B extends RecordedBench, A, S = never> {
  worker: BenchWorker;
  kept: readonly BenchRecord<B>[];
  /** The telemetry that is shown, as it was analysed, and the record that it became. */
  shown: { analysis: A; lost: number; record: BenchRecord<B> | null } | null;
  conditions: Conditions;
  setConditions: (conditions: Conditions) => void;
  recorder: Recorder;
  /** Records from the link; null when there is none. The practice robot is told what to do meanwhile. */
  record: (
    seconds: number,
    commands: readonly PracticeCommand[],
    afterEvent?: string | null,
  ) => Promise<Recorded | null>;
  /** Analyses a recording and keeps it; null when it says nothing, or could not be kept. */
  take: (recording: Recording, lost?: number, said?: S | null) => Promise<BenchRecord<B> | null>;
  show: (number: number) => Promise<void>;
  /** Says what went wrong, unless somebody stopped it. */
  attempt: (work: Promise<unknown>) => void;
}

/** Records from the link or a file, analyses away from the page, keeps, and shows what was kept before. */
export function useRecordingBench<B extends RecordedBench, A, S = never>(
  options: RecordingBenchOptions<B, A, S>,
): RecordingBench<B, A, S> {
  const { kind, robot, records, live, keeping, analyse, nothing, recordOf } = options;
  const worker = useWorker(benchWorker);
  const kept = useMemo(
    () => recordsOf(records, kind) as unknown as BenchRecord<B>[],
    [records, kind],
  );
  const [shown, setShown] = useState<RecordingBench<B, A>['shown']>(null);
  const [conditions, setConditions] = useState<Conditions>(
    kept[0]?.bench.conditions ?? { battery: null, surface: '', unit: '' },
  );
  const recorder = useRecorder(live.follower, 'heading');
  const attempt = (work: Promise<unknown>) =>
    void work.catch((error: unknown) => {
      if (!(error instanceof Stopped)) keeping.say(null, sentenceOf(error));
    });
  const show = async (number: number) => {
    const record = kept.find((one) => one.number === number);
    if (record === undefined) return;
    const { telemetry, rightPositive } = record.bench;
    const recording = await loadRecording(worker, telemetry);
    const analysis = await analyse(worker, recording, rightPositive);
    const lost = 'lost' in record.bench.found ? record.bench.found.lost : 0;
    if (analysis !== null) setShown({ analysis, lost, record });
  };
  // The newest record is shown when the sheet opens.
  useMountEffect(() => {
    if (kept[0] !== undefined) attempt(show(kept[0].number));
  });
  return {
    worker,
    kept,
    shown,
    conditions,
    setConditions,
    recorder,
    show,
    attempt,
    record: async (seconds, commands, afterEvent = null) => {
      if (live.link === null) {
        keeping.say(null, say`Connect a hub or the practice robot first, or open a file.`);
        return null;
      }
      keeping.say(null);
      const { practice } = live.link;
      const recording = recorder.record(seconds, practice ? afterEvent : null);
      if (practice) await live.command(commands);
      return recording;
    },
    take: async (recording, lost = 0, said = null) => {
      const { rightPositive } = robot.setup.setup.gyro;
      const analysis = await analyse(worker, recording, rightPositive);
      if (analysis === null) {
        keeping.say(null, nothing);
        return null;
      }
      setShown({ analysis, lost, record: null });
      const { id: telemetry } = await keepRecording(worker, robot.id, recording);
      const under = { conditions, telemetry, rightPositive, lost };
      const record = await keeping.keep(recordOf(analysis, under, said));
      setShown({ analysis, lost, record });
      return record;
    },
  };
}
