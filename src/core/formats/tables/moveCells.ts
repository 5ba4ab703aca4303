import { numberIn, optionalNumberIn, TableError, type TableRow } from '../table.ts';
import { angleCell } from '../angleText.ts';
import { flattened } from '../../moves/flattened.ts';
import type { CellKind, Cells, MoveCells } from '../../moves/cells.ts';
import { definitionOf, isMoveKind, MOVES, moveSchema, type Move } from '../../moves/index.ts';
import {
  angleIn,
  checked,
  countIn,
  optionalAngleIn,
  rightAngleIn,
  rightCell,
  yesIn,
  yesText,
} from './cells.ts';
import { say } from '../../language/say.ts';

/** The columns of a move, those that routes of the first version do not have after the others. */
export const MOVE_COLUMNS = [
  'id',
  'kind',
  'distance_mm',
  'speed_mm_s',
  'hold',
  'heading_right_deg',
  'turn_right_deg',
  'wheels',
  'rate_deg_s',
  'stop_early_deg',
  'time_limit_s',
  'name',
  'model',
] as const;
/** Those of later versions, in the order in which files have had them. */
const LATER_COLUMNS = [
  'stop',
  'gain',
  'gain_i',
  'gain_d',
  'way',
  'last_deg',
  'last_rate_deg_s',
  'radius_mm',
  'by',
  'backwards',
  'sees',
  'sensor',
  'edge',
  'against',
  'until',
  'length_mm',
  'duration_s',
  'arm_deg',
  'power',
  'stall_s',
  'from_move',
  'times',
] as const;

/** All columns that moves have beside {@link MOVE_COLUMNS}; those of new kinds of move stand at the end. */
export const NEWER_MOVE_COLUMNS: readonly string[] = [
  ...new Set([
    ...LATER_COLUMNS,
    ...MOVES.flatMap(({ cells }) => allCells(cells)).map(([, [column]]) => column),
  ]),
].filter((column) => !(MOVE_COLUMNS as readonly string[]).includes(column));

type Line = Record<string, string | number | null>;

/** A move as the cells of a line. */
export function moveLine(move: Move): Line {
  const flat = flattened(move);
  const line: Line = { id: move.id, kind: move.kind };
  for (const [member, [column, kind]] of Object.entries(cellsOf(move))) {
    line[column] = written(flat[member], kind);
  }
  return line;
}

/** The move in the cells of a row; throws a TableError that names the column. */
export function moveIn(row: TableRow): Move {
  const kind = row.cells['kind'] ?? '';
  if (!isMoveKind(kind)) {
    throw new TableError(row.line, 'kind', say`there is no move called “${kind.slice(0, 40)}”.`);
  }
  const { cells } = definitionOf(kind);
  const members: Record<string, unknown> = { id: row.cells['id'], kind };
  read(row, cells.always, members);
  for (const [part, kinds] of Object.entries(cells.parts ?? {})) {
    const name = `${part}.kind`;
    if (!(name in cells.always)) members[name] = filledKind(row, kinds);
    const own = kinds[String(members[name])];
    if (own !== undefined) read(row, own, members);
  }
  return checked(row, moveSchema, nested(members), {
    id: 'id',
    kind: 'kind',
    ...Object.fromEntries(
      allCells(cells).map(([member, [column]]) => [member.split('.').at(-1)!, column] as const),
    ),
  });
}

/** The kind of a part whose first cell is filled, or the last one. */
function filledKind(row: TableRow, kinds: Readonly<Record<string, Cells>>): string {
  const filled = Object.entries(kinds).find(([, cells]) => {
    const [column] = Object.values(cells)[0]!;
    return (row.cells[column] ?? '') !== '';
  });
  return filled?.[0] ?? Object.keys(kinds).at(-1)!;
}

/** Every cell that a kind of move can have. */
function allCells({ always, parts = {} }: MoveCells) {
  const cells = [...Object.values(parts).flatMap((kinds) => Object.values(kinds)), always];
  return cells.flatMap((own) => Object.entries(own));
}

/** The cells that a move has. */
function cellsOf(move: Move): Cells {
  const { always, parts = {} } = definitionOf(move.kind).cells;
  const own = Object.entries(parts).map(([part, kinds]) => {
    const { kind } = (move as unknown as Record<string, { kind: string }>)[part]!;
    return kinds[kind] ?? {};
  });
  return Object.assign({}, always, ...own) as Cells;
}

function read(row: TableRow, cells: Cells, into: Record<string, unknown>): void {
  for (const [member, [column, kind]] of Object.entries(cells)) {
    // A column that the file does not have leaves the member to its default.
    if (column in row.cells) into[member] = readCell(row, column, kind);
  }
}

function readCell(row: TableRow, column: string, kind: CellKind): unknown {
  const text = row.cells[column]!;
  switch (kind) {
    case 'text':
      return text === '' ? undefined : text;
    case 'count':
      return countIn(row, column);
    case 'number':
      return numberIn(row, column);
    case 'number?':
      return optionalNumberIn(row, column);
    case 'angle':
      return angleIn(row, column);
    case 'angle?':
      return optionalAngleIn(row, column, angleIn);
    case 'right':
      return rightAngleIn(row, column);
    case 'right?':
      return optionalAngleIn(row, column, rightAngleIn);
    case 'yes':
      return yesIn(row, column);
  }
}

function written(value: unknown, kind: CellKind): string | number | null {
  if (value === null || value === undefined) return null;
  switch (kind) {
    case 'angle':
    case 'angle?':
      return angleCell(value as number);
    case 'right':
    case 'right?':
      return rightCell(value as number);
    case 'yes':
      return yesText(value as boolean);
    default:
      return value as string | number;
  }
}

/** The inverse of {@link flattened}. */
function nested(members: Record<string, unknown>): unknown {
  const move: Record<string, unknown> = {};
  for (const [member, value] of Object.entries(members)) {
    const [name, part] = member.split('.') as [string, string?];
    if (part === undefined) move[name] = value;
    else if (value !== undefined) {
      move[name] = { ...(move[name] as object | undefined), [part]: value };
    }
  }
  return move;
}
