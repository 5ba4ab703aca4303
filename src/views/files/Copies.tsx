import { z } from 'zod';
import { copySchema, type Copy } from '../../contracts/kept.ts';
import { useState } from 'react';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import styles from './FilesView.module.css';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

interface CopiesProps {
  copies: Copy[];
  folder: string | null;
}

/** The copies of everything that Corvat takes by itself, and how one is brought back. */
export function Copies({ copies, folder }: CopiesProps) {
  const [shown, setShown] = useState(copies);
  const [note, setNote] = useState<{ good: boolean; sentence: string } | null>(null);
  const take = async () => {
    try {
      setShown(await ask(z.array(copySchema), 'POST', 'copies'));
      setNote({ good: true, sentence: say`A copy of everything is in the data folder.` });
    } catch (error) {
      setNote({ good: false, sentence: sentenceOf(error) });
    }
  };
  if (folder === null) return null;
  return (
    <>
      <h2 className={styles['section']}>{say`Copies of everything`}</h2>
      <p
        className={styles['lead']}
      >{sayWith`Corvat takes one a day, and one before anything is deleted, reset or brought up to date. They lie in ${(<code>{folder}</code>)}. To go back to one, stop Corvat and run ${(<code>{say`npm run restore -- FILE`}</code>)}.`}</p>
      <div>
        <Button onClick={() => void take()}>{say`Take one now`}</Button>
      </div>
      {note !== null && <Notice tone={note.good ? 'good' : 'fault'}>{note.sentence}</Notice>}
      <ul className={styles['list']}>
        {shown.length === 0 && <li>{say`None yet.`}</li>}
        {shown.map(({ file, at, bytes, why }) => (
          <li key={file}>
            <div>
              {why === 'daily' ? say`daily` : why}
              <small className="mono">{file}</small>
            </div>
            <span className="mono">{say`${at.slice(0, 16).replace('T', ' ')}, ${formatNumber(bytes / 1024, 0)} kB`}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
