import { Button } from '../../ui/Button.tsx';
import styles from './Practice.module.css';
import type { RunClock, RunPhase } from './useRunClock.ts';

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

interface ClockBarProps {
  clock: RunClock;
  /** How long the forecast lasts, s; null when unknown. */
  expected: number | null;
}

/** The stopwatch, with what comes next. A run can be logged without it, too. */
export function ClockBar({ clock, expected }: ClockBarProps) {
  const next = NEXT[clock.phase];
  return (
    <section className={styles['clock']} data-phase={clock.phase} aria-label="Stopwatch">
      <output className={styles['time']}>
        {clock.seconds === null ? '0.0' : clock.seconds.toFixed(1)}
        <small> s</small>
      </output>
      <p role="status">
        {SAYS[clock.phase]}
        {clock.phase === 'ready' && expected !== null && (
          <span> The route takes about {expected.toFixed(0)} s.</span>
        )}
      </p>
      {next === null ? (
        <Button onClick={clock.reset}>Again</Button>
      ) : (
        <Button variant={clock.phase === 'ready' ? 'plain' : 'main'} onClick={clock.next}>
          {next}
        </Button>
      )}
    </section>
  );
}
