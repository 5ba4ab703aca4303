import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { pairingWordSchema, WORD_MINUTES, type Role } from '../../contracts/devices.ts';
import { formatMoment } from '../../core/language/dates.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Code } from './Code.tsx';
import styles from './DevicesView.module.css';
import { say } from '../../core/language/say.ts';

/** What each role may do, in words. */
function roleWords(role: Role): string {
  switch (role) {
    case 'coach':
      return say`May do everything: robots, routes, files and devices.`;
    case 'table':
      return say`Logs runs with their photos, and keeps bench readings.`;
    case 'look':
      return say`Sees every sheet and changes nothing.`;
  }
}

/** Words for the next device, with the code that carries them and the address. */
export function LetIn({ addresses: [address = '', ...others] }: { addresses: readonly string[] }) {
  const [role, setRole] = useState<Role>('table');
  const offering = useMutation({
    mutationFn: () => ask(pairingWordSchema, 'POST', 'devices/words', { role }),
  });
  const offered = offering.data;
  return (
    <div className={styles['letIn']}>
      <Choice
        label={say`The next device may`}
        value={role}
        options={[
          { value: 'table', label: say`log at the table` },
          { value: 'look', label: say`look` },
          { value: 'coach', label: say`do everything` },
        ]}
        onChange={(next) => {
          setRole(next);
          offering.reset();
        }}
      />
      <p className={styles['soft']}>{roleWords(role)}</p>
      {offered === undefined ? (
        <Button
          variant="main"
          disabled={offering.isPending}
          onClick={() => offering.mutate()}
        >{say`Give three words`}</Button>
      ) : (
        <div className={styles['offer']} role="status">
          <Code text={`${address}/pair?word=${offered.word}`} />
          <div className={styles['words']}>
            <p>{say`Point the device’s camera at the code, or type this address and these words:`}</p>
            <p className={styles['address']}>{address}</p>
            {others.length > 0 && <p className={styles['soft']}>{say`or ${others.join(', ')}`}</p>}
            <p className={styles['word']}>{offered.word.replaceAll('-', ' ')}</p>
            <p
              className={styles['soft']}
            >{say`They let one device in, within ${WORD_MINUTES} minutes, until ${formatMoment(offered.expiresAt, 'hour')}.`}</p>
            <Button onClick={() => offering.mutate()}>{say`Three words for another`}</Button>
          </div>
        </div>
      )}
      {offering.error !== null && <Notice tone="fault">{sentenceOf(offering.error)}</Notice>}
    </div>
  );
}
