import { importResultSchema, type ImportResult } from '../../contracts/kept.ts';
import { useState } from 'react';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import styles from './FilesView.module.css';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

interface Outcome {
  file: string;
  good: boolean;
  sentence: string;
}

/** Takes files in by choice or by drop, and shows what came in before, to be taken back. */
export function BringIn({ imports }: { imports: ImportResult[] }) {
  const [outcomes, setOutcomes] = useState<Outcome[]>([]);
  const [over, setOver] = useState(false);
  const [busy, setBusy] = useState<string | null>(null);
  const take = async (files: Iterable<File>) => {
    const results: Outcome[] = [];
    for (const file of files) {
      setBusy(file.name);
      results.push(await outcomeOf(file.name, ask(importResultSchema, 'POST', 'imports', file)));
    }
    setBusy(null);
    setOutcomes(results);
  };
  const undo = async ({ id }: ImportResult) => {
    const work = ask(importResultSchema, 'DELETE', `imports/${id}`).then(() => ({
      sentence: say`Taken back. A copy of before lies in the data folder.`,
    }));
    setOutcomes([await outcomeOf(say`Import`, work)]);
  };
  return (
    <>
      <h1>{say`Bring files in.`}</h1>
      <p
        className={styles['lead']}
      >{sayWith`Robots, fields, routes and runs, as JSON or CSV; a field also as an SVG drawing; bundles of all of them. A file is taken whole or not at all. A route that somebody sent you in words goes into ${(<a href="/route?new">{say`a new route`}</a>)}.`}</p>
      <div
        className={styles['drop']}
        data-over={over}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          void take(event.dataTransfer.files);
        }}
      >
        <p>{busy === null ? say`Drop files here` : say`Reading ${busy} …`}</p>
        <FileButton
          label={say`Choose files`}
          variant="main"
          accept=".json,.csv,.svg,.jsonl,.gz"
          multiple
          disabled={busy !== null}
          onFiles={(files) => void take(files)}
        />
      </div>
      {outcomes.map((outcome) => (
        <Notice key={outcome.file} tone={outcome.good ? 'good' : 'fault'}>
          <strong>{outcome.file}</strong>: {outcome.sentence}
        </Notice>
      ))}
      {outcomes.some((outcome) => outcome.good) && (
        <Button onClick={() => location.reload()}>{say`Show what is here now`}</Button>
      )}
      {imports.length > 0 && (
        <>
          <h2 className={styles['section']}>{say`What came in`}</h2>
          <ul className={styles['list']}>
            {imports.map((one) => (
              <li key={one.id}>
                <div>
                  {one.sentence}
                  <small className="mono">{say`${one.createdAt.slice(0, 16).replace('T', ' ')} UTC`}</small>
                </div>
                {one.undoneAt === null ? (
                  <Button onClick={() => void undo(one)}>{say`Take it back`}</Button>
                ) : (
                  <em>{say`taken back`}</em>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

async function outcomeOf(file: string, work: Promise<{ sentence: string }>): Promise<Outcome> {
  try {
    const { sentence } = await work;
    return { file, good: true, sentence };
  } catch (error) {
    return { file, good: false, sentence: sentenceOf(error) };
  }
}
