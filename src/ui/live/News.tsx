import { useRef, useState } from 'react';
import { actionWords } from '../../contracts/actions.ts';
import { whoName, type Change } from '../../contracts/devices.ts';
import { Button } from '../Button.tsx';
import type { StageName } from '../../contracts/workflow.ts';
import { useMountEffect } from '../useMountEffect.ts';
import { AgeNote, keptAt } from './AgeNote.tsx';
import styles from './News.module.css';
import { refreshNavigation } from './refreshNavigation.ts';
import { barMinds, sheetMinds } from './sheetMinds.ts';
import { useChanges } from './useChanges.ts';
import { say } from '../../core/language/say.ts';

/** Changes that come close together are shown at once, ms. */
const GATHER = 150;
/** A sheet that was touched less than this ago is not loaded anew under the hands of whoever touches it, ms. */
const IN_USE = 8000;

/**
 * What others of the team do while this sheet is open: the bar above follows by itself, sheets on which nothing is typed
 * are shown anew, and the others say what there is to be seen.
 */
export function News({ station }: { station: StageName }) {
  const [told, setTold] = useState<Change | null>(null);
  const gathering = useRef<ReturnType<typeof setTimeout> | null>(null);
  const touched = useRef(-Infinity);
  const [cutAt, setCutAt] = useState<string | null>(null);
  const [kept, setKept] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  useMountEffect(() => setKept(keptAt()));
  const gather = (work: () => void) => {
    if (gathering.current !== null) clearTimeout(gathering.current);
    gathering.current = setTimeout(work, GATHER);
  };
  /** Of what came close together, what this sheet minds: a change, or that some may have been missed. */
  const minded = useRef<Change | 'missed' | null>(null);
  const show = (change: Change | null) => {
    if (change === null) minded.current ??= 'missed';
    else if (sheetMinds(station, change.action)) minded.current = change;
    else if (!barMinds(change.action)) return;
    gather(() => {
      void refreshNavigation();
      const news = minded.current;
      minded.current = null;
      if (news === null) return;
      const inUse = performance.now() - touched.current < IN_USE;
      if ((station === 'Today' || station === 'Verdict') && !inUse && !isTyping()) {
        location.reload();
      } else if (news !== 'missed') setTold(news);
    });
  };
  useChanges(station === 'Table', show, (status) => {
    setOpen(status === 'open');
    if (status === 'open' && (cutAt ?? kept) !== null) show(null);
    if (status === 'open') setCutAt(null);
    if (status !== 'cut' || cutAt !== null) return;
    setCutAt(new Date().toISOString());
    gather(() => void refreshNavigation());
  });
  useMountEffect(() => {
    const note = () => (touched.current = performance.now());
    // On the way to another page, loading this one anew would end that way.
    for (const kind of ['pointerdown', 'keydown', 'wheel', 'beforeunload']) {
      addEventListener(kind, note);
    }
  });
  const from = kept ?? cutAt;
  if (from !== null) return <AgeNote from={from} back={open} />;
  if (told === null) return null;
  return (
    <p className={styles['news']} role="status">
      {say`${whoName(told.who)} ${actionWords(told.action) ?? ''}.`}
      <Button onClick={() => location.reload()}>{say`Show it`}</Button>
      <Button variant="quiet" onClick={() => setTold(null)}>{say`Later`}</Button>
    </p>
  );
}

/** Whether somebody is in the middle of a word. */
function isTyping(): boolean {
  return document.activeElement?.matches('input, textarea, select') ?? false;
}
