import { findNodeAtLocation, getNodeValue, parseTree, type ParseError } from 'jsonc-parser';
import { z } from 'zod';
import { degreesThatReadBack } from '../core/formats/angleText.ts';
import {
  numberIn,
  optionalNumberIn,
  readTable,
  TableError,
  writeTable,
} from '../core/formats/table.ts';
import { radians } from '../core/geometry/angle.ts';
import {
  fieldSchema,
  nameSchema,
  noteSchema,
  planSchema,
  setupSchema,
  sourcesSchema,
} from './domain.ts';
import { goalSchema, instantSchema, originSchema, turnBenchSchema } from './records.ts';

/** Why a file was refused: a sentence, and where in the file the fault lies. */
export class FileError extends Error {
  constructor(
    message: string,
    readonly line: number,
    readonly column: number,
  ) {
    super(`Line ${line}, column ${column}: ${message}`);
    this.name = 'FileError';
  }
}

const number = z.int().positive();

/** A robot with all its setups and bench records. Core units: mm, rad, s, V. */
export const robotFileSchema = z.strictObject({
  corvat: z.literal('robot'),
  version: z.literal(1),
  name: nameSchema,
  setups: z
    .array(
      z.strictObject({
        number,
        reason: noteSchema,
        createdAt: instantSchema,
        setup: setupSchema,
        sources: sourcesSchema,
      }),
    )
    .min(1),
  benchRecords: z.array(
    z.strictObject({ number, createdAt: instantSchema, bench: turnBenchSchema }),
  ),
});
export type RobotFile = z.infer<typeof robotFileSchema>;

export const fieldFileSchema = z.strictObject({
  corvat: z.literal('field'),
  version: z.literal(1),
  name: nameSchema,
  field: fieldSchema,
});
export type FieldFile = z.infer<typeof fieldFileSchema>;

/** A route with its revisions; robot and field are named, not contained. */
export const routeFileSchema = z.strictObject({
  corvat: z.literal('route'),
  version: z.literal(1),
  name: nameSchema,
  robot: nameSchema,
  field: nameSchema,
  goal: goalSchema,
  revisions: z
    .array(
      z.strictObject({
        number,
        parent: number.nullable(),
        origin: originSchema,
        reason: noteSchema,
        createdAt: instantSchema,
        plan: planSchema,
      }),
    )
    .min(1),
});
export type RouteFile = z.infer<typeof routeFileSchema>;

const runRowSchema = z.strictObject({
  id: z.uuid(),
  session: nameSchema,
  sessionStartedAt: instantSchema,
  surface: z.string().max(80),
  people: z.string().max(200),
  route: nameSchema,
  revision: number,
  setup: number,
  happenedAt: instantSchema,
  measurements: z.array(
    z.strictObject({
      checkpoint: z.string(),
      along: z.number(),
      left: z.number(),
      turned: z.number().nullable(),
    }),
  ),
  outcomes: z.array(z.strictObject({ model: z.string(), hit: z.boolean() })),
  battery: z.number().positive().nullable(),
  setAside: z.string().nullable(),
  note: noteSchema,
});
/** One run as files carry it: sessions, routes and setups by name or number. */
export type RunRow = z.infer<typeof runRowSchema>;

export const runsFileSchema = z.strictObject({
  corvat: z.literal('runs'),
  version: z.literal(1),
  robot: nameSchema,
  runs: z.array(runRowSchema),
});
export type RunsFile = z.infer<typeof runsFileSchema>;

const anyFileSchema = z.discriminatedUnion(
  'corvat',
  [robotFileSchema, fieldFileSchema, routeFileSchema, runsFileSchema],
  { error: 'This is not a robot, field, route or runs file of Corvat.' },
);
export type CorvatFile = z.infer<typeof anyFileSchema>;

/** Reads any JSON file of Corvat; throws a {@link FileError} with line and column. */
export function readJsonFile(text: string): CorvatFile {
  const errors: ParseError[] = [];
  const clean = text.replace(/^\uFEFF/, '');
  const tree = parseTree(clean, errors, { disallowComments: true, allowTrailingComma: false });
  if (errors.length > 0 || tree === undefined) {
    const at = placeOf(clean, errors[0]?.offset ?? 0);
    throw new FileError('the text is not JSON here.', at.line, at.column);
  }
  const parsed = anyFileSchema.safeParse(getNodeValue(tree));
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  // The nearest place that exists: a missing member is reported at its parent.
  const path = issue.path.map((part) => (typeof part === 'number' ? part : String(part)));
  let node = findNodeAtLocation(tree, path);
  while (node === undefined && path.length > 0) {
    path.pop();
    node = findNodeAtLocation(tree, path);
  }
  const at = placeOf(clean, node?.offset ?? 0);
  const where = issue.path.length > 0 ? `${issue.path.map(String).join('.')}: ` : '';
  throw new FileError(`${where}${issue.message}`, at.line, at.column);
}

/** Writes a document as people can read it. Numbers keep every digit. */
export function writeJsonFile(file: CorvatFile): string {
  return `${JSON.stringify(file, null, 2)}\n`;
}

function placeOf(text: string, offset: number): { line: number; column: number } {
  const before = text.slice(0, offset).split('\n');
  return { line: before.length, column: before[before.length - 1]!.length + 1 };
}

/** Columns of a runs table: one line a run and checkpoint. Right and far are positive. */
export const RUN_COLUMNS = [
  'run',
  'session',
  'session_started',
  'surface',
  'people',
  'route',
  'revision',
  'setup',
  'happened',
  'checkpoint',
  'right_mm',
  'far_mm',
  'turned_right_deg',
  'model',
  'hit',
  'battery_v',
  'set_aside',
  'note',
] as const;

/** Writes runs as CSV. A run without measurement or outcome still has its line. */
export function writeRunsTable(runs: readonly RunRow[]): string {
  const rows = runs.flatMap((run) => {
    const lines = Math.max(1, run.measurements.length, run.outcomes.length);
    return Array.from({ length: lines }, (_, i) => {
      const measured = run.measurements[i];
      const outcome = run.outcomes[i];
      return {
        run: run.id,
        session: run.session,
        session_started: run.sessionStartedAt,
        surface: run.surface,
        people: run.people,
        route: run.route,
        revision: run.revision,
        setup: run.setup,
        happened: run.happenedAt,
        checkpoint: measured?.checkpoint ?? null,
        right_mm: measured === undefined ? null : negated(measured.left),
        far_mm: measured?.along ?? null,
        turned_right_deg:
          measured === undefined || measured.turned === null
            ? null
            : negated(degreesThatReadBack(measured.turned)),
        model: outcome?.model ?? null,
        hit: outcome === undefined ? null : outcome.hit ? 'yes' : 'no',
        battery_v: run.battery,
        set_aside: run.setAside,
        note: run.note,
      };
    });
  });
  return writeTable(RUN_COLUMNS, rows);
}

/** Reads runs from CSV; throws a {@link FileError} that names line and column. */
export function readRunsTable(text: string): RunRow[] {
  try {
    return runsOf(text);
  } catch (error) {
    if (!(error instanceof TableError)) throw error;
    const column = RUN_COLUMNS.indexOf(error.column as (typeof RUN_COLUMNS)[number]) + 1;
    const problem = error.message.replace(/^Line \d+(, column “[^”]*”)?: /, '');
    const named = error.column === null ? problem : `${error.column}: ${problem}`;
    throw new FileError(named, error.line, Math.max(1, column));
  }
}

function runsOf(text: string): RunRow[] {
  const runs = new Map<string, RunRow>();
  for (const row of readTable(text, RUN_COLUMNS)) {
    const { cells } = row;
    const id = cells['run']!;
    let run = runs.get(id);
    if (run === undefined) {
      const parsed = runRowSchema.safeParse({
        id,
        session: cells['session'],
        sessionStartedAt: cells['session_started'],
        surface: cells['surface'],
        people: cells['people'],
        route: cells['route'],
        revision: numberIn(row, 'revision'),
        setup: numberIn(row, 'setup'),
        happenedAt: cells['happened'],
        measurements: [],
        outcomes: [],
        battery: optionalNumberIn(row, 'battery_v'),
        setAside: cells['set_aside'] === '' ? null : cells['set_aside'],
        note: cells['note'],
      });
      if (!parsed.success) {
        const issue = parsed.error.issues[0]!;
        const column = COLUMN_OF[String(issue.path[0])] ?? null;
        throw new TableError(row.line, column, issue.message);
      }
      run = parsed.data;
      runs.set(id, run);
    }
    if (cells['checkpoint'] !== '') {
      const turned = optionalNumberIn(row, 'turned_right_deg');
      run.measurements.push({
        checkpoint: cells['checkpoint']!,
        along: numberIn(row, 'far_mm'),
        left: negated(numberIn(row, 'right_mm')),
        turned: turned === null ? null : negated(radians(turned)),
      });
    }
    if (cells['model'] !== '') {
      if (cells['hit'] !== 'yes' && cells['hit'] !== 'no') {
        throw new TableError(row.line, 'hit', 'write yes or no.');
      }
      run.outcomes.push({ model: cells['model']!, hit: cells['hit'] === 'yes' });
    }
  }
  return [...runs.values()];
}

const COLUMN_OF: Record<string, string> = {
  id: 'run',
  session: 'session',
  sessionStartedAt: 'session_started',
  surface: 'surface',
  people: 'people',
  route: 'route',
  revision: 'revision',
  setup: 'setup',
  happenedAt: 'happened',
  battery: 'battery_v',
  setAside: 'set_aside',
  note: 'note',
};

/** The other sign, without ever giving −0, which no text would keep. */
function negated(value: number): number {
  return value === 0 ? 0 : -value;
}
