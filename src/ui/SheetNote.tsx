import { useEffect, useState } from 'react';
import { Button } from './Button.tsx';
import styles from './SheetNote.module.css';
import type { StageName } from '../contracts/workflow.ts';
import { stageName } from './workflow.ts';
import { say } from '../core/language/say.ts';

/** What is where on a sheet, and what somebody presses who does what the note says. */
interface Note {
  says: string;
  done: string;
}

const NOTES: Readonly<Record<StageName, Note>> = {
  Today: {
    get says() {
      return say`Above stands the one thing to do now, below it what else is worth the time. Press any of it: it leads to where it is done.`;
    },
    done: 'main a',
  },
  Bench: {
    get says() {
      return say`Each bench measures one number of the robot and says how well it is known. Choose one, such as Turn.`;
    },
    done: 'nav[data-benches] button',
  },
  Route: {
    get says() {
      return say`The route on the table, and below it as a strip in time with its spread. Press a move in the strip or on the path.`;
    },
    done: 'main svg, main [role="tab"]',
  },
  Table: {
    get says() {
      return say`Here runs are logged. Press on the card where the robot ended; then comes Hit or Miss. Nothing is kept before that.`;
    },
    done: 'main svg',
  },
  Verdict: {
    get says() {
      return say`One sentence: leave it, aim, tighten, or cannot tell yet. Its evidence stands behind the names on the right: press one.`;
    },
    done: 'main [role="tab"]',
  },
  Match: {
    get says() {
      return say`What to run in which order, and when not to start one more. Press a route in the drawing to say what it needs.`;
    },
    done: 'main button',
  },
  Files: {
    get says() {
      return say`Everything goes in and out as open files. Press any of them; to begin with a robot of your own, go to Today.`;
    },
    done: 'main a, main button',
  },
};

const KEY = 'corvat-notes';

/** The sheets whose notes are still to be shown in this browser. */
function remaining(): StageName[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return Array.isArray(kept)
      ? (Object.keys(NOTES) as StageName[]).filter((name) => kept.includes(name))
      : [];
  } catch {
    return [];
  }
}

function keep(names: readonly StageName[]): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(names));
  } catch {
    // A browser that keeps nothing shows the notes once.
  }
}

/** Notes for who looks round, one a sheet; each goes when what it says is done. */
export function SheetNote({ station }: { station: StageName }) {
  const [open, setOpen] = useState<StageName[]>([]);
  const note = open.includes(station) ? NOTES[station] : null;
  useEffect(() => {
    if (new URLSearchParams(location.search).has('tour')) keep(Object.keys(NOTES) as StageName[]);
    setOpen(remaining());
  }, []);
  useEffect(() => {
    if (note === null) return;
    const watch = (event: Event) => {
      const { target } = event;
      if (!(target instanceof Element) || target.closest('[data-note]') !== null) return;
      if (target.closest(note.done) === null) return;
      const rest = remaining().filter((name) => name !== station);
      keep(rest);
      setOpen(rest);
    };
    // Before the sheet itself, which may lead away.
    document.addEventListener('click', watch, true);
    return () => document.removeEventListener('click', watch, true);
  }, [note, station]);
  if (note === null) return null;
  return (
    <aside className={styles['note']} data-note="" aria-label={say`Note`}>
      <p>
        <b>{stageName(station)}.</b> {note.says}
      </p>
      <span>{say`${open.length} of ${Object.keys(NOTES).length} left`}</span>
      <Button
        variant="quiet"
        onClick={() => {
          keep([]);
          setOpen([]);
        }}
      >{say`No more notes`}</Button>
    </aside>
  );
}
