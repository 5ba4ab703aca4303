import { z } from 'zod';
import { numberIn, TableError, writeTable, type TableRow } from '../table.ts';
import { planSchema } from '../../route/planSchema.ts';
import { routeFileSchema, type RouteFile } from '../files.ts';
import { askSchema } from '../../moves/questions.ts';
import { promiseSchema } from '../practice.ts';
import { checked, countIn, grouped, readWhole } from './cells.ts';
import { MOVE_COLUMNS, moveIn, moveLine, NEWER_MOVE_COLUMNS } from './moveCells.ts';
import { say } from '../../language/say.ts';

/**
 * Columns of a route table: one line a move of a revision. Headings and turns count to the right. A
 * revision without any has one line whose `item` is empty. In tables of the first version
 * checkpoints are lines of their own, with the move that they stand after. What an aim promised, and what a
 * program waits for at its start, are small documents: JSON in one cell.
 */
const ROUTE_COLUMNS = [
  'route',
  'robot',
  'field',
  'goal',
  'revision',
  'parent',
  'origin',
  'reason',
  'created',
  'start',
  'promises',
  'start_by',
  'item',
  ...MOVE_COLUMNS,
  ...NEWER_MOVE_COLUMNS,
] as const;
/** Columns that tables of the first version lack. */
const NEWER_COLUMNS: readonly string[] = [...NEWER_MOVE_COLUMNS, 'promises', 'start_by'];
/** Those that every version has. */
export const FIRST_ROUTE_COLUMNS = ROUTE_COLUMNS.filter(
  (column) => !NEWER_COLUMNS.includes(column),
);

type Line = Partial<Record<(typeof ROUTE_COLUMNS)[number], string | number | null>>;

/** Writes a route with every revision as CSV. */
export function writeRouteTable(file: RouteFile): string {
  const lines = file.revisions.flatMap((revision) => {
    const common: Line = {
      route: file.name,
      robot: file.robot,
      field: file.field,
      goal: file.goal,
      revision: revision.number,
      parent: revision.parent,
      origin: revision.origin,
      reason: revision.reason,
      created: revision.createdAt,
      start: revision.plan.startId,
      start_by: revision.plan.startBy === undefined ? '' : JSON.stringify(revision.plan.startBy),
    };
    const items: Line[] = revision.plan.moves.map((move) => ({ item: 'move', ...moveLine(move) }));
    // What an aim promised is a small document of its own: JSON, once a revision.
    const promises = revision.promises.length === 0 ? null : JSON.stringify(revision.promises);
    return (items.length === 0 ? [{}] : items).map((item, i) => ({
      ...common,
      promises: i === 0 ? promises : null,
      ...item,
    }));
  });
  return writeTable(ROUTE_COLUMNS, lines);
}

/** Reads a route from CSV; throws a FileError that names line and column. */
export function readRouteTable(text: string): RouteFile {
  return readWhole(text, FIRST_ROUTE_COLUMNS, (rows) => {
    const first = rows[0];
    if (first === undefined) throw new TableError(1, null, say`there is no line below the header.`);
    return checked(
      first,
      routeFileSchema,
      {
        corvat: 'route',
        version: 1,
        name: first.cells['route'],
        robot: first.cells['robot'],
        field: first.cells['field'],
        goal: numberIn(first, 'goal'),
        revisions: [...grouped(rows, 'revision').values()].map(revisionIn),
      },
      { name: 'route', robot: 'robot', field: 'field', goal: 'goal' },
    );
  });
}

function promisesIn(row: TableRow): RouteFile['revisions'][number]['promises'] {
  const text = row.cells['promises'] ?? '';
  if (text === '') return [];
  try {
    return z.array(promiseSchema).parse(JSON.parse(text));
  } catch {
    throw new TableError(row.line, 'promises', say`leave this cell as it was written, or empty.`);
  }
}

function startIn(row: TableRow): { startBy?: unknown } {
  const text = row.cells['start_by'] ?? '';
  if (text === '') return {};
  try {
    return { startBy: askSchema.parse(JSON.parse(text)) };
  } catch {
    throw new TableError(row.line, 'start_by', say`leave this cell as it was written, or empty.`);
  }
}

function revisionIn(rows: TableRow[]): RouteFile['revisions'][number] {
  const first = rows[0]!;
  const moves: unknown[] = [];
  const checkpoints: unknown[] = [];
  for (const row of rows) {
    switch (row.cells['item']) {
      case 'move':
        moves.push(moveIn(row));
        break;
      case 'checkpoint':
        checkpoints.push(checkpointIn(row));
        break;
      case '':
        break;
      default:
        throw new TableError(row.line, 'item', say`write move or checkpoint.`);
    }
  }
  const parent = first.cells['parent'] === '' ? null : countIn(first, 'parent');
  return {
    number: countIn(first, 'revision'),
    parent,
    origin: first.cells['origin'] as RouteFile['revisions'][number]['origin'],
    reason: first.cells['reason']!,
    promises: promisesIn(first),
    createdAt: first.cells['created']!,
    plan: checked(
      first,
      planSchema,
      { startId: first.cells['start'], ...startIn(first), moves, checkpoints },
      { startId: 'start' },
    ),
  };
}

function checkpointIn({ cells }: TableRow) {
  return {
    id: cells['id'],
    name: cells['name'],
    afterMoveId: cells['after_move'],
    modelId: cells['model'],
  };
}
