import { useCallback, useRef, useState } from 'react';
import { valueOf } from '../../core/benches/episodes.ts';
import type { TelemetryLine } from '../../core/telemetry/lines.ts';
import { recordingOfLines, type Recording } from '../../core/telemetry/recording.ts';
import { lostLines } from '../../core/telemetry/acknowledgement.ts';
import type { LinkFollower } from './linkFollower.ts';
import { useLinkLines } from './useLink.ts';
import { say } from '../../core/language/say.ts';

/** A recording from the link, with what went missing while it was made. */
export interface Recorded {
  recording: Recording;
  lost: number;
  /** First and last time by the sender's clock, s. */
  from: number;
  to: number;
}

export interface Recorder {
  /** s recorded so far, or null when nothing is being recorded. */
  seconds: number | null;
  /** Points of the trace of one quantity, thinned out for drawing. */
  trace: readonly { x: number; y: number }[];
  /**
   * Records the next lines for some seconds of the sender's clock; with an event only those after
   * it. Rejects when it is stopped.
   */
  record: (seconds: number, afterEvent?: string | null) => Promise<Recorded>;
  stop: () => void;
}

/** Points of a live trace at the most: more than a screen shows. */
const TRACE_POINTS = 600;
/** Least time between two redraws of the trace, ms. */
const REDRAW_EVERY = 150;

/** The telemetry that was stopped before its end. */
export class Stopped extends Error {}

interface Work {
  lines: TelemetryLine[];
  seconds: number;
  afterEvent: string | null;
  lostBefore: number;
  done: (recorded: Recorded) => void;
  fail: (error: Error) => void;
}

/** Records from the link, and shows the trace of a quantity while it grows. */
export function useRecorder(follower: LinkFollower | null, quantity: string): Recorder {
  const work = useRef<Work | null>(null);
  const drawnAt = useRef(0);
  const [seconds, setSeconds] = useState<number | null>(null);
  const [trace, setTrace] = useState<readonly { x: number; y: number }[]>([]);

  useLinkLines(follower, (arrived) => {
    const now = work.current;
    if (now === null || follower === null) return;
    let lines = arrived;
    if (now.afterEvent !== null) {
      const at = lines.findIndex(({ event }) => event === now.afterEvent);
      if (at < 0) return;
      lines = lines.slice(at + 1);
      now.afterEvent = null;
    }
    now.lines.push(...lines);
    const [first, last] = [now.lines[0], now.lines.at(-1)];
    if (first === undefined || last === undefined) return;
    const from = valueOf(first, 't') ?? 0;
    const to = valueOf(last, 't') ?? 0;
    const finished = to - from >= now.seconds;
    if (finished || performance.now() - drawnAt.current > REDRAW_EVERY) {
      drawnAt.current = performance.now();
      setSeconds(to - from);
      setTrace(thinned(now.lines, quantity, from));
    }
    if (!finished) return;
    work.current = null;
    setSeconds(null);
    now.done({
      recording: recordingOfLines(now.lines),
      lost: Math.max(0, lostLines(follower.snapshot().receipt) - now.lostBefore),
      from,
      to,
    });
  });

  const stop = useCallback(() => {
    work.current?.fail(new Stopped(say`Stopped.`));
    work.current = null;
    setSeconds(null);
  }, []);
  const record = useCallback(
    (wanted: number, afterEvent: string | null = null) => {
      stop();
      setTrace([]);
      setSeconds(0);
      return new Promise<Recorded>((done, fail) => {
        const lostBefore = follower === null ? 0 : lostLines(follower.snapshot().receipt);
        work.current = { lines: [], seconds: wanted, afterEvent, lostBefore, done, fail };
      });
    },
    [follower, stop],
  );
  return { seconds, trace, record, stop };
}

function thinned(lines: readonly TelemetryLine[], quantity: string, from: number) {
  const step = Math.max(1, Math.floor(lines.length / TRACE_POINTS));
  const points: { x: number; y: number }[] = [];
  for (let i = 0; i < lines.length; i += step) {
    const [x, y] = [valueOf(lines[i]!, 't'), valueOf(lines[i]!, quantity)];
    if (x !== null && y !== null) points.push({ x: x - from, y });
  }
  return points;
}
