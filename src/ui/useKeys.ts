import { useEffect, useRef } from 'react';

/** One key of a sheet: what is pressed, in the form `Ctrl+Z` or `ArrowLeft`, and what it does. */
export interface SheetKey {
  keys: string;
  says: string;
  act: () => void;
}

/** Listens for the keys of the present sheet, but not while somebody types into a field. */
export function useKeys(keys: readonly SheetKey[]): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.matches('input:not([type=radio]):not([type=checkbox]), textarea, select')) return;
      const pressed = nameOf(event);
      const key = latest.current.find((candidate) => candidate.keys === pressed);
      if (key === undefined) return;
      // Space and Enter belong to the button that has the focus.
      if ((pressed === 'Space' || pressed === 'Enter') && target.matches('button, a, summary')) {
        return;
      }
      event.preventDefault();
      key.act();
    };
    document.addEventListener('keydown', listen);
    return () => document.removeEventListener('keydown', listen);
  }, []);
}

function nameOf(event: KeyboardEvent): string {
  const key =
    event.key === ' ' ? 'Space' : event.key.length === 1 ? event.key.toUpperCase() : event.key;
  // A question mark needs Shift on most keyboards, so Shift counts only for longer names and letters.
  const shift = event.shiftKey && /^([A-Z]|[A-Z]\w+)$/.test(key) ? 'Shift+' : '';
  return `${event.ctrlKey || event.metaKey ? 'Ctrl+' : ''}${event.altKey ? 'Alt+' : ''}${shift}${key}`;
}
