import { useState } from 'react';
import { sheetAddress } from '../sheetAddress.ts';
import { Notice } from '../Notice.tsx';
import { useOutbox } from './useOutbox.ts';
import { plural, say } from '../../core/language/say.ts';
import { sayWith } from '../sayWith.ts';

/** On every sheet but the Table: sends what a Table of this device left behind, and says so. */
export function OutboxNote() {
  const [sent, setSent] = useState(0);
  const { waiting } = useOutbox(() => setSent((count) => count + 1));
  const runs = new Set(waiting.flatMap(({ runId }) => runId ?? [])).size;
  const others = waiting.filter(({ runId }) => runId === null).length;
  if (runs > 0) {
    return (
      <Notice tone="fault">{sayWith`${plural(runs, '# run waits', '# runs wait')} on this device to be sent. ${(<a href={sheetAddress('/table')}>{say`Look at the Table`}</a>)}`}</Notice>
    );
  }
  if (others > 0) {
    return (
      <Notice>{say`Readings and recordings wait on this device and are sent when the connection is back.`}</Notice>
    );
  }
  if (sent > 0)
    return <Notice tone="good">{say`What waited on this device has been sent.`}</Notice>;
  return null;
}
