import { Button } from '../../../ui/Button.tsx';
import type { RunContent } from '../useRunLog.ts';
import styles from '../../../ui/camera/Camera.module.css';
import { say } from '../../../core/language/say.ts';

interface LoggedRunProps {
  number: number;
  content: RunContent;
  next: { now: string; next: string } | null;
  onUndo: () => void;
}

/** A run that logged itself. */
export function LoggedRun({ number, content, next, onUndo }: LoggedRunProps) {
  const { outcomes, setAside } = content;
  const hit = outcomes.length > 0 && outcomes.every((one) => one.hit);
  const heading =
    setAside !== null
      ? say`Run ${number} is set aside.`
      : outcomes.length === 0
        ? say`Run ${number} is logged.`
        : hit
          ? say`Run ${number} measured: hit.`
          : say`Run ${number} measured: miss.`;
  return (
    <div className={styles['now']} role="status" data-miss={outcomes.length > 0 && !hit}>
      <h1>{heading}</h1>
      <p>{say`It stood still for a second, so it is in the log. Put it back to its start; the next run begins by itself.`}</p>
      {next !== null && (
        <p className={styles['next']}>
          <b>{next.now}</b> {next.next}
        </p>
      )}
      <div className={styles['row']}>
        <Button onClick={onUndo}>{say`Take it back (U)`}</Button>
      </div>
    </div>
  );
}
