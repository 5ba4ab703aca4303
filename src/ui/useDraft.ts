import { useEffect, useState } from 'react';

/** Changes that are not saved yet. */
export interface Draft {
  /** Whether changes of an earlier visit were brought back. */
  restored: boolean;
  /** They are saved now: nothing is to be brought back. */
  forget: () => void;
  /** Drops them and goes back to what is saved. */
  discard: () => void;
}

interface DraftOf<T> {
  /** Under this it is kept in the browser. */
  name: string;
  /** Which saved thing it is a change of: a draft of another is dropped, since it could not be saved. */
  basis: string;
  saved: T;
  present: T;
  /** Reads what was kept; null when it is none. */
  read: (kept: unknown) => T | null;
  /** Goes on from something; must stay the same function. */
  restart: (from: T) => void;
}

/** Keeps changes that are not saved in the browser, so that closing the page loses nothing. */
export function useDraft<T>({ name, basis, saved, present, read, restart }: DraftOf<T>): Draft {
  const [restored, setRestored] = useState(false);
  useEffect(() => {
    const kept = keptDraft(name, basis, read);
    if (kept === null) return;
    restart(kept);
    setRestored(true);
  }, [name, basis, read, restart]);
  useEffect(() => {
    if (present !== saved) keep(name, `${basis}\n${JSON.stringify(present)}`);
  }, [name, basis, present, saved]);
  const forget = () => {
    localStorage.removeItem(name);
    setRestored(false);
  };
  return {
    restored,
    forget,
    discard: () => {
      forget();
      restart(saved);
    },
  };
}

function keep(name: string, text: string): void {
  try {
    localStorage.setItem(name, text);
  } catch {
    // A full storage keeps no draft; the sheet goes on as it is.
  }
}

function keptDraft<T>(name: string, basis: string, read: (kept: unknown) => T | null): T | null {
  const kept = localStorage.getItem(name);
  if (kept === null) return null;
  const end = kept.indexOf('\n');
  const draft = kept.slice(0, end) === basis ? read(jsonOf(kept.slice(end + 1))) : null;
  if (draft === null) localStorage.removeItem(name);
  return draft;
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
