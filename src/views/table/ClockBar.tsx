import { formatFixed } from '../../core/mathematics/quantity.ts';
import { useStore } from 'zustand';
import { Button } from '../../ui/Button.tsx';
import styles from './Practice.module.css';
import type { RunPhase } from './runClock.ts';
import { useTableWork } from './tableWork.ts';
import { useWakeLock } from '../../ui/useWakeLock.ts';
import { say } from '../../core/language/say.ts';

const NEXT: Record<RunPhase, string | null> = {
  get ready() {
    return say`Arm (Space)`;
  },
  get armed() {
    return say`Start (Space)`;
  },
  get running() {
    return say`Stop (Space)`;
  },
  stopped: null,
};
const SAYS: Record<RunPhase, string> = {
  get ready() {
    return say`Set the robot down, then arm.`;
  },
  get armed() {
    return say`Armed. Hands off the table, start with the robot.`;
  },
  get running() {
    return say`Under way.`;
  },
  get stopped() {
    return say`Measure where it stands.`;
  },
};

/** The stopwatch, with what comes next. A run can be logged without it, too. */
export function ClockBar() {
  const { expected, store } = useTableWork();
  const { clock } = store;
  const { phase, seconds } = useStore(clock.store);
  useWakeLock(phase === 'armed' || phase === 'running');
  const next = NEXT[phase];
  return (
    <section className={styles['clock']} data-phase={phase} aria-label={say`Stopwatch`}>
      <output className={styles['time']}>
        {formatFixed(seconds ?? 0, 1)}
        <small> s</small>
      </output>
      <p role="status">
        {SAYS[phase]}{' '}
        {phase === 'ready' && expected !== null && (
          <span>{say`The route takes about ${formatFixed(expected, 0)} s.`}</span>
        )}
      </p>
      {phase === 'ready' && (
        <Button
          title={say`Let a camera log the runs`}
          onClick={() => store.turnTo('camera')}
        >{say`Camera (C)`}</Button>
      )}
      {next === null ? (
        <Button onClick={clock.reset}>{say`Again`}</Button>
      ) : (
        <Button variant={phase === 'ready' ? 'plain' : 'main'} onClick={clock.next}>
          {next}
        </Button>
      )}
    </section>
  );
}
