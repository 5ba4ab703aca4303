import './workerConventions.ts';
import * as Comlink from 'comlink';
import { delaysResult, type DelaysResult } from '../core/benches/delays/delays.ts';
import { driftVerdict, type DriftVerdict } from '../core/analysis/checks/driftVerdict.ts';
import { gyroRest, type GyroRest, type StillLog } from '../core/benches/rest/gyroRest.ts';
import { motionLogOf, stillLogOf } from '../core/benches/logs.ts';
import type { Field } from '../core/field/field.ts';
import type { DriveBase, RobotParameters } from '../core/robot/parameters.ts';
import type { RoutePlan } from '../core/route/plan.ts';
import { packRecording, unpackColumn, type PackedColumn } from '../core/telemetry/packed.ts';
import type { Recording } from '../core/telemetry/recording.ts';
import { RecordingFile } from '../core/telemetry/recordingFile.ts';

/** A route against which a gyro is judged. */
export interface Against {
  plan: RoutePlan;
  field: Field;
  setup: RobotParameters;
}

export interface RestAnalysis {
  rest: GyroRest;
  verdict: DriftVerdict | null;
  /** Heading over time from the first line on, thinned out for drawing: s, and rad left positive. */
  trace: { x: number; y: number }[];
  /** First and last time by the sender's clock, s. */
  from: number;
  to: number;
}

/** Seed of the runs that show how much of a zone other spread takes: the same verdict every time. */
const SEED = 1;

/** Points of a drawn trace at the most. */
const TRACE_POINTS = 1500;

function traceOf({ time, heading }: StillLog): RestAnalysis['trace'] {
  const step = Math.max(1, Math.floor(time.length / TRACE_POINTS));
  const points: RestAnalysis['trace'] = [];
  for (let i = 0; i < time.length; i += step) {
    points.push({ x: time[i]! - time[0]!, y: heading[i]! - heading[0]! });
  }
  return points;
}

const door = {
  /**
   * Reads a file of telemetry piece by piece.
   *
   * @throws the sentence of the first line that cannot be read
   */
  async readFile(file: Blob, onProgress: (share: number) => void): Promise<Recording> {
    const recording = new RecordingFile();
    const decoder = new TextDecoder();
    const reader = file.stream().getReader();
    let read = 0;
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      recording.push(decoder.decode(value, { stream: true }));
      read += value.length;
      onProgress(read / file.size);
    }
    recording.push(decoder.decode());
    const result = recording.finish();
    return Comlink.transfer(
      result,
      Object.values(result.columns).map((column) => column.buffer),
    );
  },

  /** Packs a recording for sending; the columns come back one by one. */
  pack(recording: Recording): PackedColumn[] {
    const packed = packRecording(recording);
    return Comlink.transfer(
      packed,
      packed.map(({ bytes }) => bytes.buffer),
    );
  },

  unpack(columns: PackedColumn[], rows: number): Record<string, Float64Array> {
    return Object.fromEntries(columns.map((column) => [column.name, unpackColumn(column, rows)]));
  },

  /** Drift of a recorded gyro at rest, and what it costs on a route. */
  rest(recording: Recording, rightPositive: boolean, against: Against | null): RestAnalysis | null {
    const log = stillLogOf(recording, rightPositive);
    const rest = log === null ? null : gyroRest(log, against?.setup.gyro.step ?? 0);
    if (log === null || rest === null) return null;
    return {
      rest,
      // Here and not on the page: a million lines would hold it up.
      trace: traceOf(log),
      from: log.time[0]!,
      to: log.time[log.time.length - 1]!,
      verdict:
        against === null
          ? null
          : driftVerdict(against.plan, against.field, against.setup, rest.bias, SEED),
    };
  },

  /** Loop period and latency of a recording in which the robot turned to and fro. */
  delays(recording: Recording, drive: DriveBase, rightPositive: boolean): DelaysResult | null {
    const log = motionLogOf(recording, drive, rightPositive);
    return log === null ? null : delaysResult(log);
  },
};

/** What the bench worker offers to views. */
export type BenchWorkerApi = typeof door;

Comlink.expose(door);
