import type { ComponentType, ReactNode } from 'react';
import type { BenchKind } from '../../core/benches/index.ts';
import { GUIDES } from './guides/index.ts';
import styles from './Walk.module.css';
import { say } from '../../core/language/say.ts';

interface WalkFrameProps {
  kind: BenchKind;
  /** Null where something else shows it. */
  Drawing: ComponentType | null;
  /** How far it is: “Reading 3 of 8”. */
  count: string;
  action: string;
  /** Whether it is the beginning, when what is needed is said as well. */
  first: boolean;
  children: ReactNode;
}

/** One step of a bench: its drawing, what to do, and below what belongs to it. */
export function WalkFrame({ kind, Drawing, count, action, first, children }: WalkFrameProps) {
  const { need, caution } = GUIDES[kind];
  return (
    <section className={styles['frame']} aria-label={say`One at a time`}>
      <div className={styles['walk']}>
        <div className={styles['step']}>
          {Drawing !== null && <Drawing />}
          <div>
            <p className={styles['count']}>{count}</p>
            <p className={styles['say']}>{action}</p>
            {first && (
              <p className={styles['note']}>
                <strong>{say`You need:`}</strong> {need}
              </p>
            )}
          </div>
        </div>
        {children}
        {caution !== undefined && <p className={styles['caution']}>{caution}</p>}
        <a
          className={styles['card']}
          href={`/cards?bench=${kind}`}
        >{say`All steps as a card to print`}</a>
      </div>
    </section>
  );
}
