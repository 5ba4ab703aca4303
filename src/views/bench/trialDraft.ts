import type { BenchRecord } from '../../contracts/bench.ts';
import type { Robot } from '../../contracts/robots.ts';
import type { Reading } from '../../core/formats/readingsTable.ts';
import { rowOf, withReadyRows, type ReadingRow } from './readingRows.ts';
import type { AnyTrialBench, TrialBench } from './trialBench.ts';

/** What was typed on a sheet and not kept yet; it stays while people look at other sheets. */
export interface Draft<B extends AnyTrialBench> {
  /** The bench without its readings, which stand in the rows. */
  bench: B;
  rows: ReadingRow[];
  /** The record that this is, as long as nothing was changed. */
  record: BenchRecord<B> | null;
}

/** A record as a sheet shows it; an empty sheet without one. */
export function draftOf<B extends AnyTrialBench, R>(
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

/** An empty sheet, with what was chosen on the one before. */
export function freshDraft<B extends AnyTrialBench, R>(
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
