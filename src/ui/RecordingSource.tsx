import * as Comlink from 'comlink';
import { useState } from 'react';
import type { Recording } from '../core/telemetry/recording.ts';
import { sentenceOf } from './api.ts';
import type { BenchWorker } from './benchWorker.ts';
import { Button } from './Button.tsx';
import { FileButton } from './FileButton.tsx';
import { Cancelled } from './cancellableWorker.ts';
import styles from './RecordingSource.module.css';
import { say } from '../core/language/say.ts';

/** Largest file of telemetry, bytes. */
const LARGEST_FILE = 150_000_000;

interface RecordingSourceProps {
  worker: BenchWorker;
  /** A header and a line, as an example of what can be typed. */
  example: string;
  onRecording: (recording: Recording) => void;
  onFault: (sentence: string) => void;
}

/** Telemetry from a file, or typed and pasted; read in a worker with progress and cancel. */
export function RecordingSource({ worker, example, onRecording, onFault }: RecordingSourceProps) {
  const [progress, setProgress] = useState<number | null>(null);
  const [text, setText] = useState('');
  const read = async (source: Blob, name: string) => {
    if (source.size > LARGEST_FILE) {
      onFault(
        say`${name} has ${Math.round(source.size / 1e6)} MB; up to 150 MB can be read at once. Cut it into pieces. Nothing was taken.`,
      );
      return;
    }
    // Progress comes by a line of its own and may arrive after the result.
    let live = true;
    setProgress(0);
    try {
      const report = Comlink.proxy((share: number) => {
        if (live) setProgress(share);
      });
      onRecording(await worker.ask((door) => door.readFile(source, report)));
    } catch (error) {
      if (!(error instanceof Cancelled)) {
        onFault(say`${sentenceOf(error)} Nothing of ${name} was taken.`);
      }
    } finally {
      live = false;
      setProgress(null);
    }
  };
  return (
    <div
      className={styles['row']}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const file = event.dataTransfer.files[0];
        if (file !== undefined) void read(file, `“${file.name}”`);
      }}
    >
      {progress !== null && (
        <div className={styles['buttons']}>
          <progress value={progress} aria-label={say`Reading the file`} />
          <Button
            onClick={() => worker.cancel()}
          >{say`Cancel, ${Math.round(100 * progress)} % read`}</Button>
        </div>
      )}
      <FileButton
        label={say`Open a file, or drop it here`}
        accept=".csv,.txt,.json,.jsonl"
        onFiles={([file]) => void read(file, `“${file.name}”`)}
      />
      <details className={styles['typed']}>
        <summary>{say`Type or paste lines`}</summary>
        <textarea
          aria-label={say`Lines of telemetry`}
          value={text}
          rows={5}
          spellCheck={false}
          placeholder={example}
          onChange={(event) => setText(event.target.value)}
        />
        <Button
          disabled={text.trim() === ''}
          onClick={() => void read(new Blob([text]), say`the text`)}
        >{say`Read these lines`}</Button>
      </details>
    </div>
  );
}
