import type { ReactNode } from 'react';
import styles from './Notice.module.css';

interface NoticeProps {
  tone?: 'plain' | 'fault' | 'good';
  children: ReactNode;
}

/** A sentence that matters: what happened, what was kept, what to do. */
export function Notice({ tone = 'plain', children }: NoticeProps) {
  return (
    <p
      className={[styles['notice'], styles[tone]].filter(Boolean).join(' ')}
      role={tone === 'fault' ? 'alert' : undefined}
    >
      {children}
    </p>
  );
}
