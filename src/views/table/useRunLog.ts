import { useMemo, useState } from 'react';
import { v4 as uuid } from 'uuid';
import { runSchema, type Run, type RunCreate } from '../../contracts/practices.ts';
import type { WaitingWrite } from '../../ui/outbox/outbox.ts';
import { useOutbox } from '../../ui/outbox/useOutbox.ts';
import { withWaiting } from '../../ui/outbox/withWaiting.ts';
import { useRunNews } from './useRunNews.ts';
import { say } from '../../core/language/say.ts';

/** What is said after the last thing that was done. */
export type LogNote =
  | { kind: 'saved'; run: Run }
  | { kind: 'withdrawn'; run: Run }
  | { kind: 'fault'; sentence: string };

export type RunContent = Omit<RunCreate, 'sessionId' | 'revisionId' | 'setupId' | 'happenedAt'>;
type RunPlace = Pick<RunCreate, 'sessionId' | 'revisionId' | 'setupId'> & {
  revisionNumber: number;
};

/**
 * The runs of this table. Everything that is done is on this device's disk before it is shown, and is
 * sent from there, in order; without a connection it waits. What others log comes in by itself.
 *
 * @param onKept called with each new run when it is on this device's disk
 */
export function useRunLog(
  first: Run[],
  session: string | null,
  route: string,
  onKept: (run: Run) => void,
) {
  const [note, setNote] = useState<LogNote | null>(null);
  const [busy, setBusy] = useState(false);
  const news = useRunNews(first, session, route);

  const outbox = useOutbox((write, answer) => {
    if (write.sessionId !== session) return;
    // The news say how a run stands whose answer this page does not know.
    const run = runSchema.safeParse(answer).data ?? write.run;
    news.change((runs) => taken(runs, write, run));
  });
  const stored = news.runs;
  const waiting = useMemo(
    () => outbox.waiting.filter((write) => write.sessionId === session),
    [outbox.waiting, session],
  );
  const aside = useMemo(
    () => outbox.waiting.filter((write) => write.refused !== null),
    [outbox.waiting],
  );
  const runs = useMemo(() => withWaiting(stored, waiting), [stored, waiting]);

  /** Keeps a write; false, with a note, when this device could not keep it. */
  const keep = async (write: Parameters<typeof outbox.keep>[0], then: LogNote | null) => {
    if (busy) return false;
    setBusy(true);
    try {
      await outbox.keep(write);
      setNote(then);
      return true;
    } catch {
      setNote({
        kind: 'fault',
        sentence: say`This browser could not keep the run: its storage is full or closed to this page. It still stands here.`,
      });
      return false;
    } finally {
      setBusy(false);
    }
  };
  const put = (run: Run, then: LogNote | null) => {
    const { id, revisionNumber: _number, photo: _photo, version: _version, ...rest } = run;
    const { deviceAt, receivedAt: _received, ...known } = rest;
    // The device's own clock, as it was said first: the server knows a run that is sent again by it.
    const content = { ...known, happenedAt: deviceAt ?? known.happenedAt };
    return keep(
      { runId: id, sessionId: run.sessionId, method: 'PUT', path: `runs/${id}`, content, run },
      then,
    );
  };

  return {
    runs,
    note,
    busy,
    /** Writes of this session that are not sent yet, and whether the server answers. */
    waiting,
    /** What the server would not take, of this session or another. */
    aside,
    reached: outbox.reached,
    drop: outbox.drop,
    retry: outbox.retry,
    /** Logs a new run; null, with a note, when it could not be kept. */
    log: async (place: RunPlace, content: RunContent): Promise<Run | null> => {
      const id = uuid();
      const happenedAt = new Date().toISOString();
      const shown: Run = {
        ...place,
        ...content,
        id,
        happenedAt,
        deviceAt: happenedAt,
        receivedAt: null,
        photo: false,
        version: 0,
      };
      if (!(await put(shown, { kind: 'saved', run: shown }))) return null;
      // What belongs to it waits behind it.
      onKept(shown);
      return shown;
    },
    change: (run: Run, content: RunContent) =>
      keep(
        {
          runId: run.id,
          sessionId: run.sessionId,
          method: 'PATCH',
          path: `runs/${run.id}`,
          content: { ...content, version: run.version },
          run: { ...run, ...content, version: run.version + 1 },
        },
        null,
      ),
    withdraw: (run: Run) =>
      keep(
        {
          runId: run.id,
          sessionId: run.sessionId,
          method: 'DELETE',
          path: `runs/${run.id}`,
          content: undefined,
          run: null,
        },
        { kind: 'withdrawn', run },
      ),
    putBack: (run: Run) => put(run, null),
    /** Puts a photo to a run that was kept before; the run stands even when the photo does not fit. */
    addPhoto: async (run: Run, photo: Blob) => {
      try {
        await outbox.keep({
          runId: run.id,
          sessionId: run.sessionId,
          method: 'PUT',
          path: `runs/${run.id}/photo`,
          content: photo,
          run: null,
        });
      } catch {
        const sentence = say`The run is kept, its photo is not: this browser’s storage is full.`;
        setNote({ kind: 'fault', sentence });
      }
    },
  };
}

/** The stored runs after the server has taken a write. */
function taken(runs: Run[], { method, runId, run }: WaitingWrite, answer: Run | null): Run[] {
  if (method === 'DELETE') return runs.filter(({ id }) => id !== runId);
  if (run === null || answer === null) {
    return runs.map((one) => (one.id === runId ? { ...one, photo: true } : one));
  }
  return [...runs.filter(({ id }) => id !== runId), answer];
}

export type RunLog = ReturnType<typeof useRunLog>;
