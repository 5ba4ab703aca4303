import type { ReactNode } from 'react';
import styles from './TwoColumns.module.css';

/** A sheet in two columns, which lie below each other where there is no room for both. */
export function TwoColumns({ children: [left, right] }: { children: [ReactNode, ReactNode] }) {
  return (
    <div className={styles['columns']}>
      <section className={styles['column']}>{left}</section>
      <section className={styles['column']}>{right}</section>
    </div>
  );
}
