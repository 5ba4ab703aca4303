import { describe, expect, it } from 'vitest';
import { createHistory } from './history.ts';

describe('what can be undone', () => {
  const edited = () => {
    const history = createHistory(0);
    const present = () => history.store.getState().present;
    const steps = () => history.store.temporal.getState().pastStates.length;
    return { ...history, present, steps };
  };

  it('is one step a change', () => {
    const { change, undo, redo, present, steps } = edited();
    change(1);
    change(1);
    change(2);
    expect(steps()).toBe(2);
    undo();
    expect(present()).toBe(1);
    redo();
    expect(present()).toBe(2);
  });

  it('is one step a gesture, and the step before it stays', () => {
    const { change, begin, commit, undo, present, steps } = edited();
    change(5);
    begin();
    for (let i = 10; i < 70; i++) change(i);
    commit();
    expect([present(), steps()]).toEqual([69, 2]);
    change(80);
    undo();
    expect(present()).toBe(69);
    undo();
    expect(present()).toBe(5);
    undo();
    expect(present()).toBe(0);
  });

  it('is nothing when a gesture changed nothing', () => {
    const { begin, commit, change, steps } = edited();
    begin();
    commit();
    expect(steps()).toBe(0);
    change(1);
    expect(steps()).toBe(1);
  });

  it('is forgotten when something else is begun', () => {
    const { change, restart, present, steps } = edited();
    change(1);
    restart(7);
    expect([present(), steps()]).toEqual([7, 0]);
  });
});
