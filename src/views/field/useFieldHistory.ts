import { useState } from 'react';
import type { Field } from '../../core/field/field.ts';

/** A field being edited, with what can be undone and redone. */
export interface FieldHistory {
  field: Field;
  /** Changes the field; with `goesOn` the last change goes on, as in a drag, and is undone as one. */
  change: (next: Field, goesOn?: boolean) => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
  restart: (field: Field) => void;
}

const STEPS_KEPT = 100;

export function useFieldHistory(first: Field): FieldHistory {
  const [{ steps, at }, setHistory] = useState({ steps: [first], at: 0 });
  return {
    field: steps[at]!,
    change: (next, goesOn = false) =>
      setHistory((now) => {
        const kept = now.steps.slice(0, now.at + (goesOn && now.at > 0 ? 0 : 1));
        const changed = [...kept, next].slice(-STEPS_KEPT);
        return { steps: changed, at: changed.length - 1 };
      }),
    undo: at > 0 ? () => setHistory((now) => ({ ...now, at: now.at - 1 })) : null,
    redo: at < steps.length - 1 ? () => setHistory((now) => ({ ...now, at: now.at + 1 })) : null,
    restart: (field) => setHistory({ steps: [field], at: 0 }),
  };
}
