import { numberIn, optionalNumberIn, TableError, writeTable, type TableRow } from '../table.ts';
import { runRowSchema, type RunRow } from '../files.ts';
import {
  checked,
  optionalAngleIn,
  negated,
  readWhole,
  rightAngleIn,
  rightCell,
  yesIn,
  yesText,
} from './cells.ts';
import { say } from '../../language/say.ts';

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
  'points',
  'battery_v',
  'gyro_checked',
  'jig',
  'seconds',
  'set_aside',
  'note',
] as const;

/** Columns that tables from before there were such numbers lack. */
const LATER_COLUMNS: readonly string[] = ['points', 'gyro_checked', 'jig', 'seconds'];

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
          measured === undefined || measured.turned === null ? null : rightCell(measured.turned),
        model: outcome?.model ?? null,
        hit: outcome === undefined ? null : yesText(outcome.hit),
        points: outcome?.points ?? null,
        battery_v: run.battery,
        gyro_checked: run.gyroAt,
        jig: run.jig === null ? null : yesText(run.jig),
        seconds: run.seconds,
        set_aside: run.setAside,
        note: run.note,
      };
    });
  });
  return writeTable(RUN_COLUMNS, rows);
}

/** Reads runs from CSV; throws a FileError that names line and column. */
export function readRunsTable(text: string): RunRow[] {
  const needed = RUN_COLUMNS.filter((column) => !LATER_COLUMNS.includes(column));
  return readWhole(text, needed, (rows) => {
    const runs = new Map<string, RunRow>();
    const firsts = new Map<string, TableRow>();
    for (const row of rows) {
      const id = row.cells['run']!;
      const first = firsts.get(id);
      if (first !== undefined) requireSame(first, row);
      else firsts.set(id, row);
      const run = runs.get(id) ?? runIn(row);
      runs.set(id, run);
      addMeasured(run, row);
    }
    return [...runs.values()];
  });
}

/** Columns of which every line of a run says its own. */
const MEASURED: readonly string[] = [
  'checkpoint',
  'right_mm',
  'far_mm',
  'turned_right_deg',
  'model',
  'hit',
  'points',
];

/** Throws a TableError when a further line of a run says something else of it than the first. */
function requireSame(first: TableRow, row: TableRow): void {
  const column = RUN_COLUMNS.find(
    (one) => !MEASURED.includes(one) && first.cells[one] !== row.cells[one],
  );
  if (column === undefined) return;
  throw new TableError(
    row.line,
    column,
    say`the same run has “${(first.cells[column] ?? '').slice(0, 40)}” in line ${first.line}.`,
  );
}

/** The run of a row, before anything that was measured of it. */
function runIn(row: TableRow): RunRow {
  const { cells } = row;
  return checked(
    row,
    runRowSchema,
    {
      id: cells['run'],
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
      gyroAt: (row.cells['gyro_checked'] ?? '') === '' ? null : row.cells['gyro_checked'],
      jig: (row.cells['jig'] ?? '') === '' ? null : yesIn(row, 'jig'),
      seconds: optionalNumberIn(row, 'seconds'),
      setAside: cells['set_aside'] === '' ? null : cells['set_aside'],
      note: cells['note'],
    },
    COLUMN_OF,
  );
}

/** Adds what a row says of one checkpoint and one model. */
function addMeasured(run: RunRow, row: TableRow): void {
  const checkpoint = row.cells['checkpoint']!;
  const model = row.cells['model']!;
  if (checkpoint !== '') {
    run.measurements.push({
      checkpoint,
      along: numberIn(row, 'far_mm'),
      left: negated(numberIn(row, 'right_mm')),
      turned: optionalAngleIn(row, 'turned_right_deg', rightAngleIn),
    });
  }
  if (model !== '') {
    const points = optionalNumberIn(row, 'points');
    run.outcomes.push({ model, hit: yesIn(row, 'hit'), points });
  }
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
  gyroAt: 'gyro_checked',
  jig: 'jig',
  seconds: 'seconds',
  setAside: 'set_aside',
  note: 'note',
};
