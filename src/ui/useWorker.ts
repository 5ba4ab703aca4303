import * as Comlink from 'comlink';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { sentenceOf } from './api.ts';
import { Cancelled, type CancellableWorker } from './cancellableWorker.ts';

/** A worker of a component's own, started when it is first asked and ended with the component. */
export function useWorker<Door>(create: () => CancellableWorker<Door>): CancellableWorker<Door> {
  const worker = useMemo(() => create(), [create]);
  useEffect(() => () => worker.end(), [worker]);
  return worker;
}

/** Something that a worker works out for what is shown now. */
export interface Worked<A> {
  /** What was worked out; null until it is there, and never that of something else. */
  found: A | null;
  /** Why it could not be worked out. */
  fault: string | null;
  /** Whether the worker is at it, and how far it says that it is, 0 to 1. */
  working: boolean;
  progress: number;
  cancel: () => void;
}

/** Work that is done for a wish, with a way to say how far it is. */
export type Work<Door, W, A> = (
  worker: CancellableWorker<Door>,
  wanted: W,
  onProgress: (share: number) => void,
) => Promise<A>;

/**
 * Works something out away from the page, again whenever something else is wanted. Work for what is not wanted any
 * more is given up, and so is all of it when the component goes.
 *
 * @param create must stay the same function
 * @param wanted what it depends on, the same object as long as it means the same; null wants nothing
 * @param work what is asked of the worker; only what `wanted` holds may go into it
 * @param pause rest after a change before the work begins, ms
 */
export function useWorked<Door, W extends object, A>(
  create: () => CancellableWorker<Door>,
  wanted: W | null,
  work: Work<Door, W, A>,
  pause = 0,
): Worked<A> {
  const worker = useWorker(create);
  const [answer, setAnswer] = useState<{ of: W; found: A | null; fault: string | null } | null>(
    null,
  );
  const [progress, setProgress] = useState<{ of: W; share: number } | null>(null);
  const latest = useRef(work);
  useEffect(() => {
    latest.current = work;
  });
  useEffect(() => {
    // What was given up and is wanted again is worked out again.
    setAnswer(null);
    setProgress(null);
    if (wanted === null) return;
    let live = true;
    const report = Comlink.proxy((share: number) => live && setProgress({ of: wanted, share }));
    const timer = setTimeout(() => {
      latest.current(worker, wanted, report).then(
        (found) => live && setAnswer({ of: wanted, found, fault: null }),
        (error: unknown) => {
          if (!live) return;
          const fault = error instanceof Cancelled ? null : sentenceOf(error);
          setAnswer({ of: wanted, found: null, fault });
        },
      );
    }, pause);
    return () => {
      live = false;
      clearTimeout(timer);
      worker.cancel();
    };
  }, [worker, wanted, pause]);
  const current = answer !== null && answer.of === wanted ? answer : null;
  return {
    found: current?.found ?? null,
    fault: current?.fault ?? null,
    working: wanted !== null && current === null,
    progress: progress !== null && progress.of === wanted ? progress.share : 0,
    cancel: useCallback(() => worker.cancel(), [worker]),
  };
}
