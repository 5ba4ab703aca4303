import { useState } from 'react';
import { z } from 'zod';
import { keptRecordSchema, type KeptRecord, type KeptThing } from '../../contracts/kept.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import styles from './FilesView.module.css';
import { say } from '../../core/language/say.ts';

const keptListSchema = z.array(keptRecordSchema);

interface KeptListProps {
  title: string;
  thing: KeptThing;
  /** What goes with one that is deleted. */
  takes: string;
  records: KeptRecord[];
  /** The files of one, by their labels and paths. */
  files: (id: string) => [string, string][];
}

/** Everything of a kind: its files, and to put it away, take it out again or delete it. */
export function KeptList({ title, thing, takes, records, files }: KeptListProps) {
  const [shown, setShown] = useState(records);
  const [asking, setAsking] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const attempt = async (work: Promise<KeptRecord[]>) => {
    setAsking(null);
    try {
      setShown(await work);
      setFault(null);
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <>
      <h2 className={styles['section']}>{title}</h2>
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
      <ul className={styles['list']} aria-label={title}>
        {shown.length === 0 && <li>{say`None yet.`}</li>}
        {shown.map(({ id, name, archived }) => (
          <li key={id} data-away={archived}>
            <strong>
              {name}
              {archived && <em>{say`put away`}</em>}
            </strong>
            <span>
              {files(id).map(([label, path]) => (
                <a key={label} href={`/api/v1/${path}`} download>
                  {label}
                </a>
              ))}
            </span>
            {asking === id ? (
              <div className={styles['asking']} role="group" aria-label={say`Delete ${name}?`}>
                {say`Delete “${name}” with ${takes}? A copy of everything is taken first.`}
                <Button
                  variant="main"
                  onClick={() => void attempt(ask(keptListSchema, 'DELETE', `kept/${thing}/${id}`))}
                >{say`Delete it`}</Button>
                <Button onClick={() => setAsking(null)}>{say`Keep it`}</Button>
              </div>
            ) : (
              <span className={styles['actions']}>
                <Button
                  onClick={() =>
                    void attempt(
                      ask(keptListSchema, 'PATCH', `kept/${thing}/${id}`, { archived: !archived }),
                    )
                  }
                >
                  {archived ? say`Take it out` : say`Put it away`}
                </Button>
                <Button onClick={() => setAsking(id)}>{say`Delete …`}</Button>
              </span>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
