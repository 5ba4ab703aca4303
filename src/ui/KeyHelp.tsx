import { useState } from 'react';
import { Button } from './Button.tsx';
import styles from './KeyHelp.module.css';
import { useKeys, type SheetKey } from './useKeys.ts';
import { say } from '../core/language/say.ts';

/** Listens for the keys of a sheet and lists them on `?`. */
export function KeyHelp({ keys }: { keys: readonly SheetKey[] }) {
  const [open, setOpen] = useState(false);
  useKeys([
    ...keys,
    { keys: '?', says: '', act: () => setOpen(!open) },
    { keys: 'Escape', says: '', act: () => setOpen(false) },
  ]);
  if (keys.length === 0) return null;
  if (!open) {
    return (
      <Button
        variant="quiet"
        className={styles['hint']}
        onClick={() => setOpen(true)}
      >{say`? shows the keys`}</Button>
    );
  }
  return (
    <section className={styles['help']} aria-label={say`Keys of this sheet`}>
      <h2>{say`Keys of this sheet`}</h2>
      {keys.map(({ keys: name, says }) => (
        <div key={name}>
          <span>{says}</span>
          <kbd>{name.replace('Arrow', '')}</kbd>
        </div>
      ))}
      <p>
        <a href="/glossary">{say`What the words mean`}</a>
      </p>
      <Button variant="quiet" onClick={() => setOpen(false)}>{say`Close`}</Button>
    </section>
  );
}
