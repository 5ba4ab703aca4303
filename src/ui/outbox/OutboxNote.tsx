import { useEffect, useState } from 'react';
import { sheetAddress } from '../sheetAddress.ts';
import { Notice } from '../Notice.tsx';
import { LaidAside } from './LaidAside.tsx';
import { KEPT_EVENT } from './outbox.ts';
import { useOutbox } from './useOutbox.ts';
import { plural, say } from '../../core/language/say.ts';
import { sayWith } from '../sayWith.ts';

/** On every sheet but the Table: sends what this device kept while nobody answered, and says so. */
export function OutboxNote() {
  const [sent, setSent] = useState(0);
  const { waiting, drop, retry } = useOutbox(() => setSent((count) => count + 1));
  const aside = waiting.filter(({ refused }) => refused !== null);
  const open = waiting.filter(({ refused }) => refused === null);
  const lasting = useLasting(open.length > 0);
  const before = useFromBefore(lasting);
  const runs = new Set(open.flatMap(({ runId }) => runId ?? [])).size;
  return (
    <>
      <LaidAside
        aside={aside}
        onDrop={(write) => void drop(write)}
        onRetry={(write) => void retry(write)}
      />
      {!lasting && open.length > 0 ? null : runs > 0 ? (
        <Notice tone="fault">{sayWith`${plural(runs, '# run waits', '# runs wait')} on this device to be sent. ${(<a href={sheetAddress('/table')}>{say`Look at the Table`}</a>)}`}</Notice>
      ) : open.length > 0 ? (
        <Notice>{say`What was written waits on this device and is sent when the connection is back.`}</Notice>
      ) : (
        sent > 0 &&
        before &&
        aside.length === 0 && (
          <Notice tone="good">{say`What waited on this device has been sent.`}</Notice>
        )
      )}
    </>
  );
}

/** What is sent sooner is not said: a line that comes and goes moves what somebody presses, ms. */
const SAID_AFTER = 1500;

/** Whether something has been so for a while. */
function useLasting(so: boolean): boolean {
  const [lasting, setLasting] = useState(false);
  useEffect(() => {
    setLasting(false);
    if (!so) return;
    const timer = setTimeout(() => setLasting(true), SAID_AFTER);
    return () => clearTimeout(timer);
  }, [so]);
  return lasting;
}

/** Whether what was sent had waited: it was there when the page came, or nobody took it for a while. */
function useFromBefore(lasting: boolean): boolean {
  const [before, setBefore] = useState(true);
  useEffect(() => {
    const kept = () => setBefore(false);
    addEventListener(KEPT_EVENT, kept);
    return () => removeEventListener(KEPT_EVENT, kept);
  }, []);
  useEffect(() => {
    if (lasting) setBefore(true);
  }, [lasting]);
  return before;
}
