import { useRef, useState } from 'react';
import { send, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import styles from './FilesView.module.css';

interface Named {
  id: string;
  name: string;
}

export interface FilesViewProps {
  robots: Named[];
  fields: Named[];
  routes: Named[];
}

interface Outcome {
  file: string;
  good: boolean;
  sentence: string;
}

/** Largest file that is sent, bytes. */
const LARGEST = 200 * 1024 * 1024;

/** Open files in and out: robots, fields, routes and runs. */
export function FilesView({ robots, fields, routes }: FilesViewProps) {
  const [outcomes, setOutcomes] = useState<Outcome[]>([]);
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const take = async (files: Iterable<File>) => {
    const results: Outcome[] = [];
    for (const file of files) results.push(await importOne(file));
    setOutcomes(results);
  };
  return (
    <div className={styles['view']}>
      <section className={styles['column']}>
        <h1>Bring files in.</h1>
        <p className={styles['lead']}>
          Robots, fields, routes and runs, as JSON or CSV; a field also as an SVG drawing. A file is
          taken whole or not at all.
        </p>
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
          <p>Drop files here</p>
          <Button weight="main" onClick={() => input.current?.click()}>
            Choose files
          </Button>
          <input
            ref={input}
            type="file"
            accept=".json,.csv,.svg"
            multiple
            hidden
            onChange={(event) => {
              void take([...(event.target.files ?? [])]);
              event.target.value = '';
            }}
          />
        </div>
        {outcomes.map((outcome) => (
          <Notice key={outcome.file} mood={outcome.good ? 'good' : 'fault'}>
            <strong>{outcome.file}</strong>: {outcome.sentence}
          </Notice>
        ))}
        {outcomes.some((outcome) => outcome.good) && (
          <Button onClick={() => location.reload()}>Show what is here now</Button>
        )}
      </section>
      <section>
        <h1>Take files out.</h1>
        <p className={styles['lead']}>Everything that is here, in open formats.</p>
        <List
          title="Robots, with setups and bench records"
          items={robots}
          links={(id) => [
            ['JSON', `robots/${id}/file`],
            ['CSV', `robots/${id}/file?format=csv`],
          ]}
        />
        <List
          title="Fields"
          items={fields}
          links={(id) => [
            ['JSON', `fields/${id}/file`],
            ['CSV', `fields/${id}/file?format=csv`],
            ['SVG', `fields/${id}/file?format=svg`],
          ]}
        />
        <a href="/field?new">Draw a new field</a>
        <List
          title="Routes and their runs"
          items={routes}
          links={(id) => [
            ['JSON', `routes/${id}/file`],
            ['CSV', `routes/${id}/file?format=csv`],
            ['Python', `routes/${id}/program.py`],
            ['Java', `routes/${id}/program.java`],
            ['runs CSV', `routes/${id}/runs-file`],
            ['runs JSON', `routes/${id}/runs-file?format=json`],
            ['bundle', `routes/${id}/bundle`],
          ]}
        />
        <h2 className={styles['section']}>Everything in one file</h2>
        <p className={styles['lead']}>
          Robots with their benches, fields, routes, runs, recordings and photos:{' '}
          <a href="/api/v1/bundle" download>
            the whole bundle
          </a>
          . Another Corvat takes it in without loss.
        </p>
      </section>
    </div>
  );
}

async function importOne(file: File): Promise<Outcome> {
  if (file.size > LARGEST) {
    return {
      file: file.name,
      good: false,
      sentence: 'It is larger than 200 MB. Nothing was imported.',
    };
  }
  try {
    const { sentence } = await send<{ sentence: string }>('POST', 'imports', await file.text());
    return { file: file.name, good: true, sentence };
  } catch (error) {
    return { file: file.name, good: false, sentence: sentenceOf(error) };
  }
}

interface ListProps {
  title: string;
  items: Named[];
  links: (id: string) => [string, string][];
}

function List({ title, items, links }: ListProps) {
  return (
    <>
      <h2 className={styles['section']}>{title}</h2>
      <ul className={styles['list']}>
        {items.length === 0 && <li>None yet.</li>}
        {items.map(({ id, name }) => (
          <li key={id}>
            {name}
            <span>
              {links(id).map(([label, path]) => (
                <a key={label} href={`/api/v1/${path}`} download>
                  {label}
                </a>
              ))}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
