import { useEffect, useState } from 'react';
import { formatAgo, formatMoment } from '../../core/language/dates.ts';
import { Button } from '../Button.tsx';
import styles from './News.module.css';
import { say } from '../../core/language/say.ts';

/** A cut that is shorter than this is not worth a word, ms. */
const WORTH_A_WORD = 2500;
const LOOK_EVERY = 2500;

/** When the sheet was made that a device kept for a time without a connection; null when it comes from Corvat now. */
export function keptAt(): string | null {
  return document.documentElement.dataset['keptAt'] ?? null;
}

interface AgeNoteProps {
  /** Since when the sheet is as it is. */
  from: string;
  /** Whether there is a connection again. */
  back: boolean;
}

/** How old the sheet is while there is no connection, and that it can be shown anew when there is one again. */
export function AgeNote({ from, back }: AgeNoteProps) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const clock = setInterval(() => setNow(Date.now()), LOOK_EVERY);
    return () => clearInterval(clock);
  }, []);
  if (!back && now - Date.parse(from) < WORTH_A_WORD) return null;
  return (
    <p className={styles['news']} data-away={!back} role="status">
      {back
        ? say`The connection is back; this sheet is as it was ${formatAgo(from, now)}.`
        : say`No connection. What you see is as it was at ${formatMoment(from, 'hour')}, ${formatAgo(from, now)}. What you log is kept on this device and sent later.`}
      {back && <Button onClick={() => location.reload()}>{say`Show it anew`}</Button>}
    </p>
  );
}
