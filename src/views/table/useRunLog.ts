import { useState } from 'react';
import type { Run, RunCreate } from '../../contracts/records.ts';
import { send, sentenceOf } from '../../ui/api.ts';
import { v4 as uuid } from 'uuid';

/** What is said after the last thing that was done. */
export type LogNote =
  | { kind: 'saved'; run: Run; number: number }
  | { kind: 'withdrawn'; run: Run }
  | { kind: 'fault'; sentence: string };

export type RunContent = Omit<RunCreate, 'sessionId' | 'revisionId' | 'setupId' | 'happenedAt'>;

/**
 * The runs of this table. A run stands in the list only after the server has it on disk; what
 * failed keeps its identifier, so that trying again cannot log it twice.
 */
export function useRunLog(first: Run[]) {
  const [runs, setRuns] = useState(first);
  const [note, setNote] = useState<LogNote | null>(null);
  const [pending, setPending] = useState<{ id: string; happenedAt: string } | null>(null);
  const [busy, setBusy] = useState(false);

  const attempt = async (action: () => Promise<void>): Promise<boolean> => {
    setBusy(true);
    try {
      await action();
      return true;
    } catch (error) {
      setNote({ kind: 'fault', sentence: sentenceOf(error) });
      return false;
    } finally {
      setBusy(false);
    }
  };
  const put = (run: Run) => setRuns((now) => [...now.filter((old) => old.id !== run.id), run]);

  return {
    runs,
    note,
    busy,
    /** Logs a new run; null, with a note, when that did not work. */
    log: async (
      place: Pick<RunCreate, 'sessionId' | 'revisionId' | 'setupId'>,
      content: RunContent,
    ): Promise<Run | null> => {
      let saved: Run | null = null;
      await attempt(async () => {
        const key = pending ?? { id: uuid(), happenedAt: new Date().toISOString() };
        setPending(key);
        const run = await send<Run>('PUT', `runs/${key.id}`, {
          ...place,
          happenedAt: key.happenedAt,
          ...content,
        });
        setPending(null);
        put(run);
        setNote({ kind: 'saved', run, number: runs.length + 1 });
        saved = run;
      });
      return saved;
    },
    change: (run: Run, content: RunContent) =>
      attempt(async () => {
        const changed = await send<Run>('PATCH', `runs/${run.id}`, {
          ...content,
          version: run.version,
        });
        setRuns((now) => now.map((old) => (old.id === changed.id ? changed : old)));
        setNote(null);
      }),
    withdraw: (run: Run) =>
      attempt(async () => {
        await send('DELETE', `runs/${run.id}`);
        setRuns((now) => now.filter((old) => old.id !== run.id));
        setNote({ kind: 'withdrawn', run });
      }),
    putBack: (run: Run) =>
      attempt(async () => {
        const { id, revisionNumber: _number, version: _version, ...content } = run;
        put(await send<Run>('PUT', `runs/${id}`, content));
        setNote(null);
      }),
  };
}
