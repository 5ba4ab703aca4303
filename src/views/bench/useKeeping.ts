import { setupRevisionSchema, type Robot, type SetupRevision } from '../../contracts/robots.ts';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { benchRecordSchema, type BenchRecord } from '../../contracts/bench.ts';
import type { Bench } from '../../core/benches/index.ts';
import { withFindings, type Findings } from '../../core/robot/finding.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { sendOrKeep } from '../../ui/outbox/outbox.ts';
import { say } from '../../core/language/say.ts';

/** What every bench sheet does with its readings. */
export interface Keeping {
  /** Keeps a bench as a record; null, with a fault, when that did not work. */
  keep: <B extends Bench>(bench: B) => Promise<BenchRecord<B> | null>;
  /** Makes the next setup from what a record found. */
  use: (record: BenchRecord, title: string, findings: Findings) => Promise<void>;
  busy: boolean;
  /** What was done last, and what went wrong. */
  done: string | null;
  fault: string | null;
  say: (done: string | null, fault?: string | null) => void;
}

/** Keeps bench records and makes setups from them, for one robot. */
export function useKeeping(
  robot: Robot,
  onRecord: (record: BenchRecord) => void,
  onSetup: (setup: SetupRevision) => void,
): Keeping {
  const [busy, setBusy] = useState(false);
  const [done, setDone] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const attempt = async <T>(work: () => Promise<T>): Promise<T | null> => {
    setBusy(true);
    try {
      const result = await work();
      setFault(null);
      return result;
    } catch (error) {
      setFault(sentenceOf(error));
      return null;
    } finally {
      setBusy(false);
    }
  };
  return {
    busy,
    done,
    fault,
    say: (words, wrong = null) => {
      setDone(words);
      setFault(wrong);
    },
    keep: <B extends Bench>(bench: B) =>
      attempt(async () => {
        const answers = await sendOrKeep([
          {
            runId: null,
            sessionId: null,
            run: null,
            method: 'POST',
            path: `robots/${robot.id}/bench-records`,
            content: { id: uuid(), bench },
          },
        ]);
        if (answers === null) {
          setDone(
            say`The readings are kept on this device and become a record when the connection is back.`,
          );
          return null;
        }
        const kept = benchRecordSchema.parse(answers[0]) as BenchRecord<B>;
        setDone(say`Kept as record ${kept.number}.`);
        onRecord(kept);
        return kept;
      }),
    use: async (record, title, findings) => {
      await attempt(async () => {
        const source = { kind: 'bench' as const, record: record.number };
        const saved = await ask(setupRevisionSchema, 'POST', `robots/${robot.id}/setups`, {
          basedOn: robot.setup.number,
          reason: say`${title} bench, record ${record.number}`,
          ...withFindings(robot.setup.setup, robot.setup.sources, findings, source),
        });
        setDone(
          say`Setup ${saved.number} uses record ${record.number}. New runs and programs follow it.`,
        );
        onSetup(saved);
      });
    },
  };
}
