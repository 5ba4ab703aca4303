import { numberIn, optionalNumberIn, TableError, type TableRow } from '../../core/formats/table.ts';
import { angleCell } from '../../core/formats/angleText.ts';
import { flattened } from '../../core/moves/flattened.ts';
import type { Move } from '../../core/moves/moves.ts';
import { moveSchema } from '../plan.ts';
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

/** How a member of a move stands in its cell; with `?` the cell may be empty, for null. */
type CellKind =
  'text' | 'count' | 'number' | 'number?' | 'angle' | 'angle?' | 'right' | 'right?' | 'yes';

/** Where a member of a move stands, and how. Members of a part are written `until.length`. */
type Cells = Readonly<Record<string, readonly [column: string, kind: CellKind]>>;

const ENDS: Cells = { stop: ['stop', 'text'], timeLimit: ['time_limit_s', 'number?'] };
const HELD: Cells = {
  speed: ['speed_mm_s', 'number'],
  hold: ['hold', 'text'],
  heading: ['heading_right_deg', 'right?'],
  gain: ['gain', 'number?'],
  ...ENDS,
};
const FOLLOWING: Cells = {
  speed: ['speed_mm_s', 'number'],
  gain: ['gain', 'number?'],
  'until.kind': ['until', 'text'],
  ...ENDS,
};

const MOVE_CELLS: Readonly<Record<Move['kind'], Cells>> = {
  drive: { distance: ['distance_mm', 'number'], ...HELD },
  turn: {
    style: ['wheels', 'text'],
    rate: ['rate_deg_s', 'angle'],
    stopEarly: ['stop_early_deg', 'angle?'],
    'way.kind': ['way', 'text'],
    ...ENDS,
  },
  arc: {
    radius: ['radius_mm', 'number'],
    angle: ['turn_right_deg', 'right'],
    speed: ['speed_mm_s', 'number'],
    backwards: ['backwards', 'yes'],
    by: ['by', 'text'],
    ...ENDS,
  },
  approach: { distance: ['distance_mm', 'number'], ...HELD },
  'until line': {
    sees: ['sees', 'text'],
    sensor: ['sensor', 'text'],
    backwards: ['backwards', 'yes'],
    ...HELD,
  },
  'until touch': HELD,
  'follow wall': { distance: ['distance_mm', 'number'], ...FOLLOWING },
  'follow line': { edge: ['edge', 'text'], ...FOLLOWING },
  'square up': {
    against: ['against', 'text'],
    backwards: ['backwards', 'yes'],
    speed: ['speed_mm_s', 'number'],
    duration: ['duration_s', 'number'],
    heading: ['heading_right_deg', 'right?'],
    ...ENDS,
  },
  settle: { timeLimit: ['time_limit_s', 'number'] },
  arm: {
    angle: ['arm_deg', 'angle'],
    power: ['power', 'number'],
    stallTime: ['stall_s', 'number'],
    ...ENDS,
  },
  wait: { duration: ['duration_s', 'number'] },
  checkpoint: {
    name: ['name', 'text'],
    modelId: ['model', 'text'],
    pause: ['duration_s', 'number'],
  },
  repeat: { fromId: ['from_move', 'text'], times: ['times', 'count'] },
};

/** Members that a move has only when a part of it is of one kind. */
const PART_CELLS: Readonly<Record<string, Cells>> = {
  'target heading': { 'target.heading': ['heading_right_deg', 'right'] },
  'target angle': { 'target.angle': ['turn_right_deg', 'right'] },
  'way slow end': {
    'way.lastAngle': ['last_deg', 'angle'],
    'way.lastRate': ['last_rate_deg_s', 'angle'],
  },
  'way controller': {
    'way.p': ['gain', 'number?'],
    'way.i': ['gain_i', 'number'],
    'way.d': ['gain_d', 'number'],
  },
  'until length': { 'until.length': ['length_mm', 'number'] },
  'until range': { 'until.distance': ['length_mm', 'number'] },
  'until line': { 'until.sees': ['sees', 'text'] },
  'until crossing': { 'until.count': ['times', 'count'] },
};

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
export const NEWER_MOVE_COLUMNS = [
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
  const kind = row.cells['kind'] as Move['kind'];
  if (!(kind in MOVE_CELLS)) {
    throw new TableError(row.line, 'kind', `there is no move called “${kind.slice(0, 40)}”.`);
  }
  const members: Record<string, unknown> = { id: row.cells['id'], kind };
  if (kind === 'turn') {
    const toHeading = (row.cells['heading_right_deg'] ?? '') !== '';
    members['target.kind'] = toHeading ? 'heading' : 'angle';
  }
  read(row, MOVE_CELLS[kind], members);
  for (const part of ['target', 'way', 'until']) {
    const cells = PART_CELLS[`${part} ${String(members[`${part}.kind`])}`];
    if (cells !== undefined) read(row, cells, members);
  }
  const parts = Object.values(PART_CELLS).flatMap((cells) => Object.entries(cells));
  const columns = [...parts, ...Object.entries(MOVE_CELLS[kind])];
  return checked(row, moveSchema, nested(members), {
    id: 'id',
    kind: 'kind',
    ...Object.fromEntries(
      columns.map(([member, [column]]) => [member.split('.').at(-1)!, column] as const),
    ),
  });
}

function cellsOf(move: Move): Cells {
  const parts = ['target', 'way', 'until'].map((part) => {
    const value = (move as unknown as Record<string, { kind?: string } | undefined>)[part];
    return value?.kind === undefined ? {} : (PART_CELLS[`${part} ${value.kind}`] ?? {});
  });
  return Object.assign({}, MOVE_CELLS[move.kind], ...parts) as Cells;
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
