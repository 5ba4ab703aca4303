import { useMutation } from '@tanstack/react-query';
import { sharingStateSchema, type SharingState } from '../../contracts/sharing.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import styles from './DevicesView.module.css';
import { say } from '../../core/language/say.ts';

interface DoorProps {
  door: SharingState;
  onChange: (door: SharingState) => void;
}

/** The door to the local network: shut until somebody opens it here. */
export function Door({ door, onChange }: DoorProps) {
  const turning = useMutation({
    mutationFn: (how: SharingState['door']) =>
      ask(sharingStateSchema, 'PUT', 'devices/sharing', { door: how }),
    onSuccess: onChange,
  });
  const shut = door.door === 'shut';
  return (
    <div className={styles['door']}>
      <p className={styles['state']} data-door={door.door}>
        <strong>{stateOf(door)}</strong>
        {shut
          ? say`Only this machine reaches Corvat.`
          : say`Who is in the same network reaches Corvat with a word, until it stops or you shut the door.`}
      </p>
      <div className={styles['row']}>
        {shut ? (
          <>
            <Button
              variant="main"
              disabled={turning.isPending}
              onClick={() => turning.mutate('secret')}
            >{say`Open it to this network`}</Button>
            <Button
              variant="quiet"
              disabled={turning.isPending}
              onClick={() => turning.mutate('plain')}
            >{say`Open it without secrecy …`}</Button>
          </>
        ) : (
          <Button
            disabled={turning.isPending}
            onClick={() => turning.mutate('shut')}
          >{say`Shut the door`}</Button>
        )}
      </div>
      {shut && (
        <p
          className={styles['soft']}
        >{say`Without secrecy there is no certificate to trust, but everybody in the network can read what passes, and phones give neither their camera nor a sheet without a connection.`}</p>
      )}
      {turning.error !== null && <Notice tone="fault">{sentenceOf(turning.error)}</Notice>}
    </div>
  );
}

function stateOf({ door }: SharingState): string {
  switch (door) {
    case 'shut':
      return say`The door to the network is shut.`;
    case 'secret':
      return say`The door to the network is open.`;
    case 'plain':
      return say`The door to the network is open, and what passes can be read by everybody in it.`;
  }
}
