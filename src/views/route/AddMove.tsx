import { Plus } from 'lucide-react';
import { useRef } from 'react';
import { MOVES, type MoveKind } from '../../core/moves/index.ts';
import { Button } from '../../ui/Button.tsx';
import styles from './AddMove.module.css';
import { say } from '../../core/language/say.ts';

/** Kinds of move that have a button of their own. */
const AT_HAND = 3;

/** Buttons for the usual moves, and a list of all others with their keys. */
export function AddMove({ onAdd }: { onAdd: (kind: MoveKind) => void }) {
  const list = useRef<HTMLDetailsElement>(null);
  return (
    <>
      {MOVES.slice(0, AT_HAND).map(({ kind, name }) => (
        <Button key={kind} variant="quiet" onClick={() => onAdd(kind)}>
          + {name}
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
          <Plus size={16} aria-hidden="true" /> {say`Other moves`}
        </summary>
        <ul>
          {MOVES.slice(AT_HAND)
            .filter(({ key }) => key !== null)
            .map(({ kind, key, name, purpose }) => (
              <li key={kind}>
                <button
                  type="button"
                  onClick={() => {
                    list.current!.open = false;
                    onAdd(kind);
                  }}
                >
                  <b>{name}</b>
                  <span>{purpose}</span>
                  <kbd>{key}</kbd>
                </button>
              </li>
            ))}
        </ul>
      </details>
    </>
  );
}
