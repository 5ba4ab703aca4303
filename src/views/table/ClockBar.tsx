import { useStore } from 'zustand';
import { Button } from '../../ui/Button.tsx';
import styles from './Practice.module.css';
import type { RunPhase } from './runClock.ts';
import { useTableWork } from './tableWork.ts';
import { useWakeLock } from './useWakeLock.ts';

const NEXT: Record<RunPhase, string | null> = {
  ready: 'Arm (Space)',
  armed: 'Start (Space)',
  running: 'Stop (Space)',
  stopped: null,
};
const SAYS: Record<RunPhase, string> = {
  ready: 'Set the robot down, then arm.',
  armed: 'Armed. Hands off the table, start with the robot.',
  running: 'Under way.',
  stopped: 'Measure where it stands.',
};

/** The stopwatch, with what comes next. A run can be logged without it, too. */
export function ClockBar() {
  const {
    expected,
    store: { clock },
  } = useTableWork();
  const { phase, seconds } = useStore(clock.store);
  useWakeLock(phase === 'armed' || phase === 'running');
  const next = NEXT[phase];
  return (
    <section className={styles['clock']} data-phase={phase} aria-label="Stopwatch">
      <output className={styles['time']}>
        {seconds === null ? '0.0' : seconds.toFixed(1)}
        <small> s</small>
      </output>
      <p role="status">
        {SAYS[phase]}
        {phase === 'ready' && expected !== null && (
          <span> The route takes about {expected.toFixed(0)} s.</span>
        )}
      </p>
      {next === null ? (
        <Button onClick={clock.reset}>Again</Button>
      ) : (
        <Button variant={phase === 'ready' ? 'plain' : 'main'} onClick={clock.next}>
          {next}
        </Button>
      )}
    </section>
  );
}
