import { useState } from 'react';
import { sheetAddress } from '../sheetAddress.ts';
import { Notice } from '../Notice.tsx';
import { useOutbox } from './useOutbox.ts';

/** On every sheet but the Table: sends what a Table of this device left behind, and says so. */
export function OutboxNote() {
  const [sent, setSent] = useState(0);
  const { waiting } = useOutbox(() => setSent((count) => count + 1));
  const runs = new Set(waiting.map(({ runId }) => runId)).size;
  if (runs > 0) {
    return (
      <Notice tone="fault">
        {runs} {runs === 1 ? 'run waits' : 'runs wait'} on this device to be sent.{' '}
        <a href={sheetAddress('/table')}>Look at the Table</a>
      </Notice>
    );
  }
  if (sent > 0) return <Notice tone="good">What waited on this device has been sent.</Notice>;
  return null;
}
