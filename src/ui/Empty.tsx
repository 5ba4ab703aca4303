import { useState, type ReactNode } from 'react';
import { send, sentenceOf } from './api.ts';
import { Button } from './Button.tsx';
import styles from './Empty.module.css';
import { Notice } from './Notice.tsx';
import { say } from '../core/language/say.ts';

interface EmptyProps {
  title: string;
  /** What to do first. */
  children: ReactNode;
  /** Whether nothing at all is here yet, so that the demo can be loaded. */
  offerDemo?: boolean;
  action?: ReactNode;
}

/** A sheet with nothing on it yet: says what to do first and offers the demo. */
export function Empty({ title, children, offerDemo = false, action }: EmptyProps) {
  const [fault, setFault] = useState<string | null>(null);
  const loadDemo = async () => {
    try {
      await send('POST', 'demo');
      location.reload();
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <section className={styles['empty']}>
      <h1>{title}</h1>
      <p>{children}</p>
      <div className={styles['actions']}>
        {action}
        {offerDemo && (
          <Button
            data-needs="coach"
            onClick={() => void loadDemo()}
          >{say`Load the demo, “Saltmarsh Watch”`}</Button>
        )}
      </div>
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
    </section>
  );
}
