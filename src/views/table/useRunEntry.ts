import { useState } from 'react';
import type { FieldRecord, Run } from '../../contracts/records.ts';
import { scores, type FieldModel, type Offset } from '../../core/field/field.ts';
import { parseRunLine, type RunLine } from '../../core/formats/runLine.ts';
import type { Checkpoint } from '../../core/route/plan.ts';
import type { RunContent } from './useRunLog.ts';

/** A mark on the card; a heading that nobody gave is straight on, and not stored. */
export type Mark = Offset & { headingKnown: boolean };

/** What was noted before the run, beside where it ended. */
export type RunStart = Pick<RunContent, 'battery' | 'gyroAt' | 'jig' | 'seconds'>;

/** The run that is being measured, or the one that was opened for a change. */
export function useRunEntry(checkpoints: readonly Checkpoint[], field: FieldRecord) {
  const last = checkpoints.at(-1)!.id;
  const [checkpointId, setCheckpointId] = useState(last);
  const [marks, setMarks] = useState<Record<string, Mark>>({});
  const [hits, setHits] = useState<Record<string, boolean>>({});
  const [points, setPoints] = useState<Record<string, string>>({});
  const [cause, setCause] = useState<string | null>(null);
  const [photo, setPhoto] = useState<File | null>(null);
  const [note, setNote] = useState('');
  const [line, setLine] = useState('');
  const [editing, setEditing] = useState<Run | null>(null);

  const checkpoint = checkpoints.find(({ id }) => id === checkpointId)!;
  const modelOf = (one: Checkpoint): FieldModel =>
    field.field.models.find(({ id }) => id === one.modelId)!;
  const model = modelOf(checkpoint);
  const typed = line.trim() === '' ? null : parseRunLine(line);
  const mark = typed?.ok ? markOf(typed.line) : (marks[checkpointId] ?? null);

  const put = (next: Offset, headingKnown = true) => {
    setLine('');
    setMarks((now) => ({ ...now, [checkpointId]: { ...next, headingKnown } }));
  };
  const contentOf = (mine: Mark, hit: boolean, start: RunStart): RunContent => {
    const all: Record<string, Mark> = { ...marks, [checkpointId]: mine };
    const seen: Record<string, boolean> = { ...hits, [checkpointId]: hit };
    const measured = checkpoints.filter(({ id }) => all[id] !== undefined);
    return {
      measurements: measured.map(({ id }) => {
        const { along, left, turned, headingKnown } = all[id]!;
        return { checkpointId: id, along, left, turned: headingKnown ? turned : null };
      }),
      outcomes: measured.map((one) => ({
        modelId: one.modelId,
        hit: seen[one.id] ?? scores(modelOf(one).zone, all[one.id]!),
        points: pointsOf(points[one.id] ?? ''),
      })),
      ...start,
      setAside: cause,
      note: [editing?.note ?? '', note].filter((part) => part !== '').join(' '),
    };
  };

  return {
    checkpoint,
    choose: setCheckpointId,
    model,
    marks,
    mark,
    /** Puts the mark of the present checkpoint down. */
    put,
    /** Words that are kept with the run, such as how it was measured. */
    setNote,
    nudge: (along: number, left: number, turned = 0) => {
      const now = mark ?? { along: 0, left: 0, turned: 0 };
      put({ along: now.along + along, left: now.left + left, turned: now.turned + turned });
    },
    points: points[checkpointId] ?? '',
    setPoints: (text: string) => setPoints((now) => ({ ...now, [checkpointId]: text })),
    cause,
    setCause,
    photo,
    setPhoto,
    line,
    setLine,
    typed,
    editing,
    contentOf,
    clear: () => {
      setMarks({});
      setHits({});
      setPoints({});
      setCause(null);
      setPhoto(null);
      setNote('');
      setLine('');
      setEditing(null);
      setCheckpointId(last);
    },
    edit: (run: Run) => {
      const outcomeOf = (one: Checkpoint) =>
        run.outcomes.find(({ modelId }) => modelId === one.modelId);
      setEditing(run);
      setLine('');
      setPhoto(null);
      setCause(run.setAside);
      setMarks(
        Object.fromEntries(
          run.measurements.map(({ checkpointId: id, along, left, turned }) => [
            id,
            { along, left, turned: turned ?? 0, headingKnown: turned !== null },
          ]),
        ),
      );
      setHits(
        Object.fromEntries(
          checkpoints.flatMap((one) => {
            const outcome = outcomeOf(one);
            return outcome === undefined ? [] : [[one.id, outcome.hit]];
          }),
        ),
      );
      setPoints(
        Object.fromEntries(
          checkpoints.flatMap((one) => {
            const given = outcomeOf(one)?.points ?? null;
            return given === null ? [] : [[one.id, String(given)]];
          }),
        ),
      );
    },
  };
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
export function pointsOf(text: string): number | null {
  const value = Number(text.replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(value) && Math.abs(value) <= 1000 ? value : null;
}
