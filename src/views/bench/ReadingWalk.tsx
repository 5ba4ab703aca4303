import { Suspense, lazy, useMemo, useState } from 'react';
import { nextReading } from '../../core/benches/asked.ts';
import { benchOf } from '../../core/benches/index.ts';
import type { KnownCells } from '../../core/benches/seenDrive.ts';
import { readingsToSettle } from '../../core/benches/settling.ts';
import { formatEstimate } from '../../core/mathematics/estimateText.ts';
import { formatQuantity } from '../../core/mathematics/quantity.ts';
import type { PracticeCommand } from '../../core/practice/commands.ts';
import { sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { GUIDES } from './guides/index.ts';
import { columnLabel, readCell, readRow, rowOf, type ReadingRow } from './readingRows.ts';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import type { AnyTrialBench, ShownColumn, Trial } from './trialBench.ts';
import { useLatest } from './useLatest.ts';
import type { TrialSheetProps, TrialWork } from './useTrialBench.ts';
import styles from './Walk.module.css';
import { WalkFrame } from './WalkFrame.tsx';
import { memberWord } from '../../core/language/memberWords.ts';
import { plural, say } from '../../core/language/say.ts';

const BenchCamera = lazy(() =>
  import('./camera/BenchCamera.tsx').then((module) => ({ default: module.BenchCamera })),
);

type ReadingWalkProps<B extends AnyTrialBench, R> = TrialSheetProps<B, R> & {
  work: TrialWork<B, R>;
};

/** A bench one reading at a time: what to do now, what the hub says, and what it comes to so far. */
export function ReadingWalk<B extends AnyTrialBench, R>(props: ReadingWalkProps<B, R>) {
  const { definition, work, live, keeping } = props;
  const { bench, columns, used, trials } = work;
  const { walk, kind } = definition;
  const latest = useLatest(live.follower);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const { reading, number, of } = nextReading(walk.asked(used), used.trials);
  const cells = { ...cellsBefore(work.rows, reading.known, columns), ...typed };
  const row: ReadingRow = { key: '', cells, struck: null };
  const asked = columns.filter(({ name }) => !reading.known[name]);
  const large = asked.filter(({ optional }) => optional !== true);
  const heard = asked.filter((column) => column.live !== undefined && column.live in latest);
  const take = (taken: ReadingRow) => {
    const whole = readRow(taken, columns);
    if (whole === null) return keeping.say(null, whatIsMissing(taken, columns));
    work.addReadings([whole]);
    setTyped({});
  };
  const fromHub = () => {
    const said = Object.fromEntries(heard.map((column) => [column.name, latest[column.live!]!]));
    take({ ...row, cells: { ...cells, ...filledCells(rowOf(said, columns)) } });
  };
  const practice = () =>
    void live
      .command(walk.practice({ ...reading.known } as unknown as Trial<B>, bench))
      .catch((error: unknown) => keeping.say(null, sentenceOf(error)));
  const byHub =
    heard.length > 0 && asked.every((column) => column.optional || heard.includes(column));
  const byPractice = live.link?.practice === true;
  const guide = GUIDES[kind];
  const { byCamera } = benchOf(kind);
  const [camera, setCamera] = useState(false);
  const known = knownCells(cells, heard, latest, columns);
  const command = walk.practice(known as unknown as Trial<B>, bench)[0]!;
  // The same as long as it says the same: the practice robot is told once.
  const toldNow = JSON.stringify(command);
  const told = useMemo(() => JSON.parse(toldNow) as PracticeCommand, [toldNow]);
  return (
    <WalkFrame
      kind={kind}
      Drawing={camera ? null : (guide.steps[reading.step] ?? guide.steps[0]).Drawing}
      count={number > of ? say`Reading ${number}` : say`Reading ${number} of ${of}`}
      action={reading.say}
      first={trials.length === 0}
    >
      {heard.map(({ name, label, live: quantity, kind: measures }) => (
        <p key={name} className={styles['live']}>
          <span>{say`${label} now`}</span>
          <output>{formatQuantity(latest[quantity!]!, measures as 'length')}</output>
        </p>
      ))}
      {camera && byCamera !== undefined && (
        <Suspense fallback={<p role="status">{say`Asking what is known of table and camera …`}</p>}>
          <BenchCamera
            {...{ robot: props.robot, table: props.table, kind, bench, known }}
            follower={live.follower}
            command={told}
            taken={trials.length}
            unwritten={columns
              .filter(({ name }) => byCamera.needs.includes(name) && known[name] == null)
              .map(({ label }) => label)}
            onReading={(one) => {
              work.addReadings([one]);
              setTyped({});
            }}
          />
        </Suspense>
      )}
      <form
        className={styles['fields']}
        onSubmit={(event) => {
          event.preventDefault();
          take(row);
        }}
      >
        {[...large, ...columns.filter((column) => !large.includes(column))].map((column) => (
          <WalkField
            key={column.name}
            column={column}
            large={large.includes(column)}
            text={cells[column.name] ?? ''}
            onText={(text) => setTyped({ ...typed, [column.name]: text })}
          />
        ))}
        <div className={styles['buttons']}>
          {byPractice && (
            <Button variant="main" onClick={practice}>{say`Let the practice robot do it`}</Button>
          )}
          {byHub && !byPractice && <Button variant="main" onClick={fromHub}>{say`Take it`}</Button>}
          <Button
            variant={byPractice || byHub ? 'plain' : 'main'}
            type="submit"
          >{say`Write it down`}</Button>
          <Button
            disabled={trials.length === 0}
            onClick={work.takeBack}
          >{say`Take the last one back`}</Button>
          {byCamera !== undefined && (
            <Button aria-pressed={camera} onClick={() => setCamera(!camera)}>
              {camera ? say`Without a camera` : say`By camera (C)`}
            </Button>
          )}
        </div>
      </form>
      <SoFar {...props} />
      <KeyHelp
        keys={[
          { keys: 'U', says: say`Take the last reading back`, act: work.takeBack },
          ...(byPractice
            ? [{ keys: 'P', says: say`Let the practice robot do one`, act: practice }]
            : []),
          ...(byCamera === undefined
            ? []
            : [{ keys: 'C', says: say`Measure by camera`, act: () => setCamera(!camera) }]),
          ...(byHub ? [{ keys: 'T', says: say`Take what the hub says now`, act: fromHub }] : []),
        ]}
      />
    </WalkFrame>
  );
}

/** What the fields say of the next reading, and where they are empty the hub, in core units. */
function knownCells(
  cells: Readonly<Record<string, string>>,
  heard: readonly ShownColumn[],
  latest: Readonly<Record<string, number>>,
  columns: readonly ShownColumn[],
): KnownCells {
  return Object.fromEntries(
    columns.map((column) => {
      const cell = readCell(cells[column.name] ?? '', column);
      const typed = 'fault' in cell ? null : cell.value;
      return [column.name, typed ?? (heard.includes(column) ? latest[column.live!]! : null)];
    }),
  );
}

interface WalkFieldProps {
  column: ShownColumn;
  /** Whether it is what is to be read now, and not what is known beforehand. */
  large: boolean;
  text: string;
  onText: (text: string) => void;
}

function WalkField({ column, large, text, onText }: WalkFieldProps) {
  const cell = readCell(text, column);
  return (
    <label className={large ? styles['large'] : styles['small']}>
      <span>{columnLabel(column)}</span>
      {column.words === undefined ? (
        <input
          value={text}
          data-word={column.kind === 'word'}
          inputMode={column.kind === 'word' ? 'text' : 'decimal'}
          aria-invalid={'fault' in cell}
          onChange={(event) => onText(event.target.value)}
        />
      ) : (
        <select value={text} onChange={(event) => onText(event.target.value)}>
          {column.optional === true && <option value="">–</option>}
          {column.words.map((word) => (
            <option key={word} value={word}>
              {memberWord(word)}
            </option>
          ))}
        </select>
      )}
    </label>
  );
}

/** What the readings come to so far, and how many more settle it. */
function SoFar<B extends AnyTrialBench, R>({ definition, work }: ReadingWalkProps<B, R>) {
  const { shown, used } = work;
  if (shown === null) return <p className={styles['so-far']}>{definition.missing(used)}</p>;
  const { label, kind, digits, estimate } = definition.trend(shown);
  const enough = definition.walk.enough?.(used) ?? null;
  return (
    <p className={styles['so-far']}>
      {label} <strong className="mono">{formatEstimate(estimate, kind, digits)}</strong>.{' '}
      {enough !== null && settlingWords(readingsToSettle(estimate, used.trials.length, enough))}
    </p>
  );
}

function settlingWords(more: number | null): string {
  if (more === 0) return say`That is close enough: more readings change little.`;
  return more === null
    ? say`More readings hardly narrow it: look for what differs from one to the next.`
    : say`About ${more} more ${plural(more, 'settles', 'settle')} it.`;
}

/** What is filled in before anybody types: what is known, and what stays as it was last. */
function cellsBefore(
  rows: readonly ReadingRow[],
  known: Readonly<Record<string, number | string>>,
  columns: readonly ShownColumn[],
): Record<string, string> {
  const last = rows.findLast((row) => readRow(row, columns) !== null);
  const kept = columns.flatMap(({ name, keep, words }) =>
    keep === true ? [[name, last?.cells[name] ?? words?.[0] ?? '']] : [],
  );
  const said = rowOf({ ...known }, columns);
  const anew = Object.entries(known).filter(([, value]) => value === '');
  return { ...Object.fromEntries([...kept, ...anew]), ...filledCells(said) } as Record<
    string,
    string
  >;
}

function filledCells({ cells }: ReadingRow): Record<string, string> {
  return Object.fromEntries(Object.entries(cells).filter(([, text]) => text !== ''));
}

function whatIsMissing(row: ReadingRow, columns: readonly ShownColumn[]): string {
  const faults = columns.flatMap((column) => {
    const text = row.cells[column.name] ?? '';
    const cell = readCell(text, column);
    if ('fault' in cell) return [`“${columnLabel(column)}”: ${cell.fault}`];
    return text === '' && column.optional !== true
      ? [say`“${columnLabel(column)}” is not there yet.`]
      : [];
  });
  return faults[0] ?? '';
}
