import type { Run } from '../../contracts/practices.ts';
import { scores, type Field, type FieldModel, type Offset } from '../../core/field/field.ts';
import { parseRunLine, type RunLine } from '../../core/formats/runLine.ts';
import type { Checkpoint } from '../../core/route/checkpoints.ts';
import type { RunContent } from './useRunLog.ts';

/** A mark on the card; a heading that nobody gave is straight on, and not stored. */
export type Mark = Offset & { headingKnown: boolean };

/** What was noted before the run, beside where it ended. */
export type RunStart = Pick<RunContent, 'battery' | 'gyroAt' | 'jig' | 'seconds'>;

/** The run that is being measured, or the one that was opened for a change; by checkpoint where it says so. */
export interface RunEntry {
  checkpointId: string;
  /** By checkpoint. */
  marks: Readonly<Record<string, Mark>>;
  /** By checkpoint: what a person said before, when a run is changed. */
  hits: Readonly<Record<string, boolean>>;
  /** By checkpoint: points as they were typed. */
  points: Readonly<Record<string, string>>;
  /** Why it does not count; null when it does. */
  cause: string | null;
  photo: File | null;
  /** Words that are kept with the run, such as how it was measured. */
  note: string;
  /** The run as it is typed in one line. */
  line: string;
  editing: Run | null;
}

export function emptyEntry(checkpoints: readonly Checkpoint[]): RunEntry {
  return {
    checkpointId: checkpoints.at(-1)!.id,
    marks: {},
    hits: {},
    points: {},
    cause: null,
    photo: null,
    note: '',
    line: '',
    editing: null,
  };
}

/** A stored run as an entry, to be changed. */
export function entryOf(run: Run, checkpoints: readonly Checkpoint[]): RunEntry {
  const outcomes = checkpoints.flatMap((checkpoint) => {
    const outcome = run.outcomes.find(({ modelId }) => modelId === checkpoint.modelId);
    return outcome === undefined ? [] : [{ id: checkpoint.id, ...outcome }];
  });
  return {
    ...emptyEntry(checkpoints),
    editing: run,
    cause: run.setAside,
    marks: Object.fromEntries(
      run.measurements.map(({ checkpointId: id, along, left, turned }) => [
        id,
        { along, left, turned: turned ?? 0, headingKnown: turned !== null },
      ]),
    ),
    hits: Object.fromEntries(outcomes.map(({ id, hit }) => [id, hit])),
    points: Object.fromEntries(
      outcomes.flatMap(({ id, points }) => (points === null ? [] : [[id, String(points)]])),
    ),
  };
}

/** The entry with the mark of its checkpoint put somewhere; what was typed no longer counts. */
export function withMark(entry: RunEntry, mark: Mark): RunEntry {
  return { ...entry, line: '', marks: { ...entry.marks, [entry.checkpointId]: mark } };
}

/** What stands in the line, understood or not; null while it is empty. */
export function typedOf({ line }: RunEntry): ReturnType<typeof parseRunLine> | null {
  return line.trim() === '' ? null : parseRunLine(line);
}

/** The mark of the entry's checkpoint: as it is typed, or as it was put on the card. */
export function markIn(entry: RunEntry): Mark | null {
  const typed = typedOf(entry);
  return typed?.ok ? markOf(typed.line) : (entry.marks[entry.checkpointId] ?? null);
}

/** A mark from a typed line. */
export function markOf(line: RunLine): Mark {
  return {
    along: line.along,
    left: line.left,
    turned: line.turned ?? 0,
    headingKnown: line.turned !== null,
  };
}

/** Points that were typed; null for all or nothing, or a text that is no number. */
function pointsOf(text: string): number | null {
  const value = Number(text.replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(value) && Math.abs(value) <= 1000 ? value : null;
}

/** Whether points were typed that are no number. */
export function pointsFaulty({ points, checkpointId }: RunEntry): boolean {
  const text = points[checkpointId] ?? '';
  return text.trim() !== '' && pointsOf(text) === null;
}

export function modelAt({ models }: Field, { modelId }: Checkpoint): FieldModel {
  return models.find(({ id }) => id === modelId)!;
}

/**
 * What is stored of a run.
 *
 * @param mark where it ended at the entry's checkpoint
 * @param hit whether it counts there; elsewhere the zone says so, or what was said before
 */
export function contentOf(
  entry: RunEntry,
  mark: Mark,
  hit: boolean,
  start: RunStart,
  checkpoints: readonly Checkpoint[],
  field: Field,
): RunContent {
  const marks: RunEntry['marks'] = { ...entry.marks, [entry.checkpointId]: mark };
  const hits: RunEntry['hits'] = { ...entry.hits, [entry.checkpointId]: hit };
  const measured = checkpoints.filter(({ id }) => marks[id] !== undefined);
  return {
    measurements: measured.map(({ id }) => {
      const { along, left, turned, headingKnown } = marks[id]!;
      return { checkpointId: id, along, left, turned: headingKnown ? turned : null };
    }),
    outcomes: measured.map((one) => ({
      modelId: one.modelId,
      hit: hits[one.id] ?? scores(modelAt(field, one).zone, marks[one.id]!),
      points: pointsOf(entry.points[one.id] ?? ''),
    })),
    ...start,
    setAside: entry.cause,
    note: [entry.editing?.note ?? '', entry.note].filter((part) => part !== '').join(' '),
  };
}
