import { transfer } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { LensNote } from '../../core/camera/notes.ts';
import { sentenceOf } from '../api.ts';
import {
  cameraWorker,
  type CameraTask,
  type ExpectedBand,
  type SeenFrame,
} from './cameraWorker.ts';
import { openSource, type PictureSource, type SourceChoice } from './pictureSource.ts';

/** A camera that is watched. */
export interface Watch {
  source: PictureSource | null;
  /** What the newest picture says, and how many a second are looked at. */
  seen: SeenFrame | null;
  rate: number;
  band: ExpectedBand;
  fault: string | null;
}

/** The page shows what is seen so often, ms: more often nobody reads it. */
const SHOWN_EVERY = 100;
/** The rate is the mean over so many s. */
const RATE_OVER = 2;

/**
 * Watches a table through a camera: every picture that the worker has time for is looked at there, and none waits.
 *
 * @param choice must stay the same object as long as it means the same; null watches nothing
 * @param task the same; the lens is that of the camera that is opened
 * @param onRun called with each picture with which a run is over
 */
export function useWatch(
  choice: SourceChoice | null,
  task: Omit<CameraTask, 'lens'> & { lensOf: (camera: string) => LensNote | null },
  onRun: (seen: SeenFrame) => void,
): Watch {
  const [state, setState] = useState<Watch>(NOTHING);
  const latest = useRef(onRun);
  useEffect(() => {
    latest.current = onRun;
  });
  useEffect(() => {
    setState(NOTHING);
    if (choice === null) return;
    let going = true;
    const worker = cameraWorker();
    const opened = openSource(choice);
    void (async () => {
      try {
        const source = await opened;
        const { lensOf, ...table } = task;
        const note = lensOf(source.name);
        // A lens is known for pictures of one size.
        const fits = note?.width === source.video.videoWidth;
        const lens = note !== null && fits ? note.lens : null;
        const band = await worker.ask((door) => door.begin({ ...table, lens }));
        if (!going) return;
        setState({ ...NOTHING, source, band });
        const times: number[] = [];
        let shownAt = 0;
        for await (const time of framesOf(source, () => going)) {
          const frame = new VideoFrame(source.video, { timestamp: Math.round(time * 1e6) });
          const seen = await worker.ask((door) => door.see(transfer(frame, [frame]), time));
          if (!going || seen === null) continue;
          times.push(time);
          while (times[0]! < time - RATE_OVER) times.shift();
          if (seen.run !== null) latest.current(seen);
          if (seen.run === null && performance.now() - shownAt < SHOWN_EVERY) continue;
          shownAt = performance.now();
          const rate = (times.length - 1) / Math.max(0.5, time - times[0]!);
          setState((before) => ({ ...before, seen, rate }));
        }
      } catch (error) {
        if (going) setState({ ...NOTHING, fault: sentenceOf(error) });
      }
    })();
    return () => {
      going = false;
      worker.end();
      opened.then((source) => source.stop()).catch(() => {});
    };
  }, [choice, task]);
  return state;
}

const NOTHING: Watch = { source: null, seen: null, rate: 0, band: [], fault: null };

/** The time, s, of each new picture, when somebody asks for the next one. */
async function* framesOf(
  { video, time: timeShown }: PictureSource,
  going: () => boolean,
): AsyncGenerator<number> {
  let before = -Infinity;
  while (going() && !video.ended) {
    const listening = new AbortController();
    const { signal } = listening;
    const time = await new Promise<number | null>((resolve) => {
      video.requestVideoFrameCallback((now, { mediaTime }) =>
        // A stream’s pictures are as old as they are shown; those of a file have their own times.
        resolve(timeShown?.() ?? (video.srcObject === null ? mediaTime : now / 1000)),
      );
      // A source that ends or is stopped shows no more pictures.
      video.addEventListener('ended', () => resolve(null), { signal });
      video.addEventListener('emptied', () => resolve(null), { signal });
    });
    listening.abort();
    if (time === null) return;
    // A stream may show a picture again while the next one is not there.
    if (time > before) yield time;
    before = time;
  }
}
