import { useMemo, useRef } from 'react';
import { recordsOf, type BenchRecord } from '../../contracts/bench.ts';
import type { Robot } from '../../contracts/robots.ts';
import { countedReadings } from '../../core/benches/definition.ts';
import { episodesOf, type TelemetrySegment } from '../../core/benches/episodes.ts';
import { benchOf, readingsIn } from '../../core/benches/index.ts';
import type { Reading } from '../../core/formats/readingsTable.ts';
import type { TelemetryLine } from '../../core/telemetry/lines.ts';
import { sentenceOf } from '../../ui/api.ts';
import type { BeforeCamera } from '../../ui/camera/cameraNotes.ts';
import { useLinkLines, type LiveLink } from '../../ui/link/useLink.ts';
import type { JudgingRoute } from './judgingRoute.ts';
import { readRow, withoutLast, withReadings, withReadyRows } from './readingRows.ts';
import { readingsOfText, readingsText } from './readingsFile.ts';
import type { AnyTrialBench, Shown, Trial, TrialBench } from './trialBench.ts';
import { draftOf, freshDraft, type Draft } from './trialDraft.ts';
import type { Keeping } from './useKeeping.ts';
import { say } from '../../core/language/say.ts';

export interface TrialSheetProps<B extends AnyTrialBench, R> {
  definition: TrialBench<B, R>;
  robot: Robot;
  records: readonly BenchRecord[];
  /** Routes of the robot, on which what was found has its effect. */
  routes: readonly JudgingRoute[];
  /** The table over which a camera may hang; null before there is one. */
  table: BeforeCamera['field'] | null;
  live: LiveLink;
  keeping: Keeping;
  draft: Draft<B> | null;
  onDraft: (draft: Draft<B>) => void;
}

/** What the sheet of such a bench stands on: its readings, what they say, and all that can be done with them. */
export function useTrialBench<B extends AnyTrialBench, R>(props: TrialSheetProps<B, R>) {
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
  /** The numbers that the readings which count have in the table. */
  const numbers = rows.flatMap((row, i) =>
    row.struck !== null || readRow(row, columns) === null ? [] : [i + 1],
  );
  const slips = (definition.slips?.(used) ?? []).map(
    ({ reading, question }) => say`Reading ${numbers[reading]!} ${question}`,
  );
  const result = definition.result(used, setup);
  const shown: Shown<B, R> | null =
    result === null ? null : { result, bench: used, setup, routes: props.routes };
  const findings = shown === null ? {} : definition.findings(shown);

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
      const readings = readingsOfText(text, columns, fromEpisodes);
      addReadings(readings);
      keeping.say(say`${readings.length} readings were added below.`);
    } catch (error) {
      keeping.say(null, say`${sentenceOf(error)} Nothing was added.`);
    }
  };
  const keep = async () => {
    const kept = await keeping.keep(whole);
    if (kept !== null) change({ record: kept });
    return kept;
  };
  const use = async () => {
    const kept = record ?? (await keep());
    if (kept !== null) await keeping.use(kept, benchOf(definition.kind).name, findings);
  };
  return {
    bench,
    rows,
    columns,
    trials,
    record,
    records,
    /** The bench with the readings that count, and what they say; null while they say nothing. */
    used,
    /** Questions about readings that look like slips of the pen. */
    slips,
    shown,
    findings,
    addReadings,
    /** Takes back the reading that was written last. */
    takeBack: () => change({ rows: withoutLast(rows, columns) }),
    takeText,
    takeFile: async (file: File | undefined) => {
      if (file === undefined) return;
      try {
        takeText(await readingsText(file));
      } catch (error) {
        keeping.say(null, say`${sentenceOf(error)} Nothing was added.`);
      }
    },
    setRows: (next: Draft<B>['rows']) => change({ rows: next }),
    setConditions: (conditions: B['conditions']) => change({ bench: { ...bench, conditions } }),
    setOptions: (part: Partial<B>) => {
      const next = { ...bench, ...part };
      // Readings of something else are none of this: a bench that drops them begins anew.
      const fresh = part.trials === undefined ? rows : [];
      change({ bench: next, rows: withReadyRows(fresh, definition.columns(next)) });
    },
    startAnew: () => change(freshDraft(definition, setup, bench)),
    keep,
    use,
    showRecord: (number: number) => {
      keeping.say(null);
      onDraft(draftOf(definition, records.find((one) => one.number === number) ?? null, setup));
    },
    /** What a record said, by the setup of today. */
    resultOf: (one: BenchRecord<B>): Shown<B, R> | null => {
      const its: B = { ...one.bench, trials: countedReadings<Trial<B>>(one.bench.trials) };
      const found = definition.result(its, setup);
      return found === null ? null : { result: found, bench: its, setup, routes: props.routes };
    },
  };
}

export type TrialWork<B extends AnyTrialBench, R> = ReturnType<typeof useTrialBench<B, R>>;
