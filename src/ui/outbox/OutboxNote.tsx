import { useState } from 'react';
import { sheetAddress } from '../sheetAddress.ts';
import { Notice } from '../Notice.tsx';
import { LaidAside } from './LaidAside.tsx';
import { useOutbox } from './useOutbox.ts';
import { plural, say } from '../../core/language/say.ts';
import { sayWith } from '../sayWith.ts';

/** On every sheet but the Table: sends what this device kept while nobody answered, and says so. */
export function OutboxNote() {
  const [sent, setSent] = useState(0);
  const { waiting, drop, retry } = useOutbox(() => setSent((count) => count + 1));
  const aside = waiting.filter(({ refused }) => refused !== null);
  const open = waiting.filter(({ refused }) => refused === null);
  const runs = new Set(open.flatMap(({ runId }) => runId ?? [])).size;
  return (
    <>
      <LaidAside
        aside={aside}
        onDrop={(write) => void drop(write)}
        onRetry={(write) => void retry(write)}
      />
      {runs > 0 ? (
        <Notice tone="fault">{sayWith`${plural(runs, '# run waits', '# runs wait')} on this device to be sent. ${(<a href={sheetAddress('/table')}>{say`Look at the Table`}</a>)}`}</Notice>
      ) : open.length > 0 ? (
        <Notice>{say`Readings and recordings wait on this device and are sent when the connection is back.`}</Notice>
      ) : (
        sent > 0 &&
        aside.length === 0 && (
          <Notice tone="good">{say`What waited on this device has been sent.`}</Notice>
        )
      )}
    </>
  );
}
