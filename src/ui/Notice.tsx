import type { ReactNode } from 'react';
import styles from './Notice.module.css';

interface NoticeProps {
  mood?: 'plain' | 'fault' | 'good';
  children: ReactNode;
}

/** A sentence that matters: what happened, what was kept, what to do. */
export function Notice({ mood = 'plain', children }: NoticeProps) {
  return (
    <p
      className={[styles['notice'], styles[mood]].filter(Boolean).join(' ')}
      role={mood === 'fault' ? 'alert' : undefined}
    >
      {children}
    </p>
  );
}
