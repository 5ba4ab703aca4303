import { Plus } from 'lucide-react';
import { useRef } from 'react';
import { MOVE_NAMES } from '../../core/moves/moveTitle.ts';
import type { Move } from '../../core/moves/moves.ts';
import { Button } from '../../ui/Button.tsx';
import styles from './AddMove.module.css';

/** The kinds of move with the key that adds each and what it is for. */
export const ADDED_BY: readonly { kind: Move['kind']; key: string; says: string }[] = [
  { kind: 'drive', key: 'D', says: 'a distance' },
  { kind: 'turn', key: 'T', says: 'to a heading or by an angle' },
  { kind: 'approach', key: 'A', says: 'until something is near' },
  { kind: 'arc', key: 'R', says: 'along a circle' },
  { kind: 'until line', key: 'U', says: 'drive until dark or light' },
  { kind: 'follow line', key: 'L', says: 'along the edge of a line' },
  { kind: 'follow wall', key: 'W', says: 'at a distance from a wall' },
  { kind: 'until touch', key: 'B', says: 'drive until the bumper is pressed' },
  { kind: 'square up', key: 'Q', says: 'stand flat: place and heading known again' },
  { kind: 'settle', key: 'Z', says: 'wait for a still gyro, heading 0' },
  { kind: 'arm', key: 'M', says: 'turn the attachment motor' },
  { kind: 'wait', key: 'P', says: 'stand still' },
  { kind: 'checkpoint', key: 'K', says: 'runs are measured here' },
  { kind: 'repeat', key: 'X', says: 'do the last moves again' },
];
const AT_HAND = 3;

/** Buttons for the usual moves, and a list of all others with their keys. */
export function AddMove({ onAdd }: { onAdd: (kind: Move['kind']) => void }) {
  const list = useRef<HTMLDetailsElement>(null);
  return (
    <>
      {ADDED_BY.slice(0, AT_HAND).map(({ kind }) => (
        <Button key={kind} weight="quiet" onClick={() => onAdd(kind)}>
          + {MOVE_NAMES[kind]}
        </Button>
      ))}
      <details
        ref={list}
        className={styles['more']}
        onBlur={(event) => {
          if (!event.currentTarget.contains(event.relatedTarget)) list.current!.open = false;
        }}
        onKeyDown={(event) => {
          if (event.key !== 'Escape') return;
          list.current!.open = false;
          list.current!.querySelector('summary')!.focus();
        }}
      >
        <summary>
          <Plus size={16} aria-hidden="true" /> Other moves
        </summary>
        <ul>
          {ADDED_BY.slice(AT_HAND).map(({ kind, key, says }) => (
            <li key={kind}>
              <button
                type="button"
                onClick={() => {
                  list.current!.open = false;
                  onAdd(kind);
                }}
              >
                <b>{MOVE_NAMES[kind]}</b>
                <span>{says}</span>
                <kbd>{key}</kbd>
              </button>
            </li>
          ))}
        </ul>
      </details>
    </>
  );
}
