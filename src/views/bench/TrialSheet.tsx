import { useMemo, useRef } from 'react';
import { recordsOf, type BenchRecord } from '../../contracts/bench.ts';
import { benchOf, readingsIn } from '../../core/benches/index.ts';
import { countedReadings } from '../../core/benches/definition.ts';
import type { Robot } from '../../contracts/records.ts';
import { episodesOf, type TelemetrySegment } from '../../core/benches/episodes.ts';
import { readReadings, type Reading } from '../../core/formats/readingsTable.ts';
import { TelemetryReader, type TelemetryLine } from '../../core/telemetry/lines.ts';
import { sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Figures } from '../../ui/Figures.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { LinkPanel } from '../../ui/link/LinkPanel.tsx';
import { useLinkLines, type LiveLink } from '../../ui/link/useLink.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Plot } from '../../ui/Plot.tsx';
import styles from './BenchView.module.css';
import { Conditions } from './Conditions.tsx';
import { History } from './History.tsx';
import { Readings } from './Readings.tsx';
import { readRow, rowOf, withReadings, withReadyRows, type ReadingRow } from './readingRows.ts';
import { SetupChanges } from './SetupChanges.tsx';
import { Steps } from './Steps.tsx';
import type { AnyTrialBench, Shown, Trial, TrialBench } from './trialBench.ts';
import type { JudgingRoute } from './judgingRoute.ts';
import type { Keeping } from './useKeeping.ts';

/** What was typed on a sheet and not kept yet; it stays while people look at other sheets. */
export interface Draft<B extends AnyTrialBench> {
  /** The bench without its readings, which stand in the rows. */
  bench: B;
  rows: ReadingRow[];
  /** The record that this is, as long as nothing was changed. */
  record: BenchRecord<B> | null;
}

interface TrialSheetProps<B extends AnyTrialBench, R> {
  definition: TrialBench<B, R>;
  robot: Robot;
  records: readonly BenchRecord[];
  /** Routes of the robot, on which what was found has its effect. */
  routes: readonly JudgingRoute[];
  live: LiveLink;
  keeping: Keeping;
  draft: Draft<B> | null;
  onDraft: (draft: Draft<B>) => void;
}

/** Largest file of readings, bytes: a bench has hundreds of readings, not millions. */
const LARGEST_FILE = 5_000_000;

/** The sheet of a bench whose readings are a table. */
export function TrialSheet<B extends AnyTrialBench, R>(props: TrialSheetProps<B, R>) {
  const { definition, robot, live, keeping, onDraft } = props;
  const { setup } = robot.setup;
  const records = useMemo(
    () => recordsOf(props.records, definition.kind) as unknown as BenchRecord<B>[],
    [props.records, definition.kind],
  );
  const draft = props.draft ?? draftOf(definition, records[0] ?? null, setup);
  const { bench, rows, record } = draft;
  const columns = useMemo(() => definition.columns(bench), [definition, bench]);
  const change = (part: Partial<Draft<B>>) => {
    if (part.record === undefined) keeping.say(null);
    onDraft({ ...draft, record: null, ...part });
  };

  const trials = useMemo(
    () =>
      rows.flatMap((row) => {
        const reading = readRow(row, columns);
        return reading === null ? [] : [{ ...reading, struck: row.struck } as unknown as Trial<B>];
      }),
    [rows, columns],
  );
  const whole: B = { ...bench, trials };
  const used: B = { ...bench, trials: countedReadings<Trial<B>>(trials) };
  const result = definition.result(used, setup);
  const shown: Shown<B, R> | null =
    result === null ? null : { result, bench: used, setup, routes: props.routes };
  const values = shown === null ? {} : definition.values(shown);

  const addReadings = (readings: readonly Reading[]) => {
    if (readings.length > 0) change({ rows: withReadings(rows, readings, columns) });
  };
  const fromEpisodes = (episodes: readonly TelemetrySegment[]) =>
    episodes.flatMap(
      (episode) =>
        readingsIn(definition.kind, episode, setup, bench as never) as unknown as Reading[],
    );
  const open = useRef<TelemetryLine[]>([]);
  useLinkLines(live.follower, (lines) => {
    const episodes = episodesOf([...open.current, ...lines]);
    open.current = episodes.open;
    addReadings(fromEpisodes(episodes.closed));
  });

  const takeText = (text: string) => {
    try {
      const first = text.trimStart().split('\n', 1)[0] ?? '';
      const telemetry = first.startsWith('{') || /(^|[,;\t])"?t_(s|ms|us)\b/.test(first);
      const readings = telemetry
        ? fromEpisodes(episodesOf(linesOf(text)).closed)
        : readReadings(text, columns);
      if (readings.length === 0) {
        throw new Error('The text holds no readings for this bench: its events are others.');
      }
      addReadings(readings);
      keeping.say(`${readings.length} readings were added below.`);
    } catch (error) {
      keeping.say(null, `${sentenceOf(error)} Nothing was added.`);
    }
  };
  const takeFile = async (file: File | undefined) => {
    if (file === undefined) return;
    if (file.size > LARGEST_FILE) {
      keeping.say(
        null,
        `“${file.name}” has ${Math.round(file.size / 1e6)} MB; a bench's readings fit into 5 MB. Nothing was added.`,
      );
      return;
    }
    takeText(await file.text());
  };
  const keep = async () => {
    const kept = await keeping.keep(whole);
    if (kept !== null) change({ record: kept });
    return kept;
  };
  const use = async () => {
    const kept = record ?? (await keep());
    if (kept !== null) await keeping.use(kept, benchOf(definition.kind).name, values);
  };
  const { options: Options, More } = definition;
  const earlier = records.filter(({ id }) => id !== record?.id);

  return (
    <div
      className={styles['bench-sheet']}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void takeFile(event.dataTransfer.files[0]);
      }}
    >
      <div className={styles['head']}>
        <h1>{shown === null ? definition.ask : definition.sentence(shown)}</h1>
        {shown === null && trials.length > 0 && <p>{definition.missing(used)}</p>}
      </div>
      <div className={styles['turn']}>
        <div className={styles['column']}>
          <Steps
            key={String(records.length === 0)}
            need={definition.need}
            steps={definition.steps}
            caution={definition.caution}
            open={records.length === 0 && trials.length === 0}
          />
          {Options !== undefined && (
            <div className={styles['options']}>
              <Options
                bench={bench}
                setup={setup}
                onChange={(part) => {
                  const next = { ...bench, ...part };
                  // Readings of something else are none of this: a bench that drops them begins anew.
                  const fresh = part.trials === undefined ? rows : [];
                  change({ bench: next, rows: withReadyRows(fresh, definition.columns(next)) });
                }}
              />
            </div>
          )}
          <LinkPanel live={live} offers={definition.practice(bench, setup)} />
          <Readings
            columns={columns}
            rows={rows}
            onRows={(next) => change({ rows: next })}
            onTable={takeText}
            beside={
              definition.beside === undefined || result === null
                ? null
                : {
                    label: definition.beside.label,
                    values: used.trials.map((trial, i) =>
                      definition.beside!.value(result, i, trial as Trial<B>),
                    ),
                  }
            }
          />
          <div className={styles['buttons']}>
            <FileButton
              label="Open a file"
              accept=".csv,.txt,.json,.jsonl"
              onFile={(file) => void takeFile(file)}
            />
            <Button
              variant="quiet"
              disabled={trials.length === 0}
              onClick={() => change(freshDraft(definition, setup, bench))}
            >
              Measure anew
            </Button>
          </div>
          <Conditions
            key={record?.id ?? 'new'}
            value={bench.conditions}
            onChange={(conditions) => change({ bench: { ...bench, conditions } })}
          />
        </div>
        <div className={styles['column']}>
          <Plot {...definition.plot(used, result)} />
          {shown !== null && (
            <>
              {definition.warnings?.(shown).map((sentence) => (
                <Notice key={sentence} tone="fault">
                  {sentence}
                </Notice>
              ))}
              <Figures figures={definition.figures(shown)} />
              {More !== undefined && <More {...shown} earlier={earlier.map((one) => one.bench)} />}
              {Object.keys(values).length > 0 && <SetupChanges setup={setup} values={values} />}
            </>
          )}
          {trials.length > 0 && (
            <div className={styles['buttons']}>
              {Object.keys(values).length > 0 && (
                <Button variant="main" disabled={keeping.busy} onClick={() => void use()}>
                  Use in the setup
                </Button>
              )}
              <Button
                disabled={record !== null || keeping.busy}
                variant={Object.keys(values).length > 0 ? 'plain' : 'main'}
                onClick={() => void keep()}
              >
                {record === null ? 'Keep the record' : `Kept as record ${record.number}`}
              </Button>
            </div>
          )}
          {keeping.done !== null && <Notice tone="good">{keeping.done}</Notice>}
          {keeping.fault !== null && <Notice tone="fault">{keeping.fault}</Notice>}
          <History
            shown={record?.number ?? null}
            onShow={(number) => {
              const chosen = records.find((one) => one.number === number) ?? null;
              keeping.say(null);
              onDraft(draftOf(definition, chosen, setup));
            }}
            entries={records.map((one) => {
              const its: B = { ...one.bench, trials: countedReadings<Trial<B>>(one.bench.trials) };
              const found = definition.result(its, setup);
              return {
                number: one.number,
                createdAt: one.createdAt,
                conditions: one.bench.conditions,
                trend:
                  found === null
                    ? null
                    : definition.trend({ result: found, bench: its, setup, routes: props.routes }),
              };
            })}
          />
        </div>
      </div>
    </div>
  );
}

/** A record as a sheet shows it; an empty sheet without one. */
function draftOf<B extends AnyTrialBench, R>(
  definition: TrialBench<B, R>,
  record: BenchRecord<B> | null,
  setup: Robot['setup']['setup'],
): Draft<B> {
  if (record === null) return freshDraft(definition, setup, null);
  const { bench } = record;
  const columns = definition.columns(bench);
  return {
    record,
    bench,
    rows: withReadyRows(
      bench.trials.map((trial) => rowOf(trial as unknown as Reading, columns, trial.struck)),
      columns,
    ),
  };
}

function freshDraft<B extends AnyTrialBench, R>(
  definition: TrialBench<B, R>,
  setup: Robot['setup']['setup'],
  like: B | null,
): Draft<B> {
  const empty = definition.empty(setup);
  // What was chosen before is likely to stay; what the robot believes is read anew.
  const bench = like === null ? empty : { ...like, ...pickBelieved(empty), trials: [] };
  const columns = definition.columns(bench);
  return { record: null, bench, rows: withReadyRows([], columns) };
}

/** The numbers of an empty bench that say what the robot believes now. */
function pickBelieved<B extends object>(empty: B): Partial<B> {
  return Object.fromEntries(
    Object.entries(empty).filter(([name]) => name === 'track' || name === 'wheelDiameter'),
  ) as Partial<B>;
}

function linesOf(text: string): TelemetryLine[] {
  const reader = new TelemetryReader();
  const header = reader.push(`${text.trimEnd()}\n`);
  return header.map((one, i) => {
    if ('fault' in one)
      throw new Error(`Line ${reader.lineNumber - (header.length - 1 - i)}: ${one.fault}`);
    return one.line;
  });
}
