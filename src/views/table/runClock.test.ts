import { describe, expect, it, vi } from 'vitest';
import { createRunClock, secondsOf } from './runClock.ts';

describe('the stopwatch of a run', () => {
  it('goes from ready over armed and running to stopped, and keeps the time to the tenth', () => {
    vi.useFakeTimers();
    let now = 5000;
    const clock = createRunClock(() => now);
    const state = () => clock.store.getState();
    expect(state()).toEqual({ phase: 'ready', seconds: null });
    clock.next();
    now += 9000;
    expect(state()).toEqual({ phase: 'armed', seconds: null });
    clock.next();
    now += 1234;
    vi.advanceTimersByTime(100);
    expect(state()).toEqual({ phase: 'running', seconds: 1.234 });
    expect(secondsOf(state())).toBeNull();
    now += 6000;
    clock.next();
    expect(state()).toEqual({ phase: 'stopped', seconds: 7.234 });
    expect(secondsOf(state())).toBe(7.2);
    // A press too many changes nothing, and time that goes on is none of this run.
    now += 6000;
    clock.next();
    vi.advanceTimersByTime(1000);
    expect(state().seconds).toBe(7.234);
    clock.reset();
    expect(state()).toEqual({ phase: 'ready', seconds: null });
    expect(vi.getTimerCount()).toBe(0);
    vi.useRealTimers();
  });
});
