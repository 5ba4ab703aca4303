import { numberIn, TableError, writeTable, type TableRow } from '../../core/formats/table.ts';
import { angleCell } from '../../core/formats/angleText.ts';
import type { Checkpoint, Move, RoutePlan } from '../../core/route/moves.ts';
import { moveSchema, planSchema } from '../domain.ts';
import { routeFileSchema, type RouteFile } from '../files.ts';
import {
  angleIn,
  checked,
  countIn,
  grouped,
  optionalAngleIn,
  readWhole,
  rightAngleIn,
  rightCell,
} from './cells.ts';

/**
 * Columns of a route table: one line a move or checkpoint of a revision. Headings and turns count to
 * the right. A revision without any has one line whose `item` is empty.
 */
export const ROUTE_COLUMNS = [
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
  'item',
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
  'after_move',
  'model',
] as const;

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
    };
    const items = [
      ...revision.plan.moves.map(moveLine),
      ...revision.plan.checkpoints.map(checkpointLine),
    ];
    return (items.length === 0 ? [{}] : items).map((item) => ({ ...common, ...item }));
  });
  return writeTable(ROUTE_COLUMNS, lines);
}

function moveLine(move: Move): Line {
  const line: Line = { item: 'move', id: move.id, kind: move.kind };
  switch (move.kind) {
    case 'drive':
    case 'approach':
      return {
        ...line,
        distance_mm: move.distance,
        speed_mm_s: move.speed,
        hold: move.hold,
        heading_right_deg: move.heading === null ? null : rightCell(move.heading),
        time_limit_s: move.kind === 'approach' ? move.timeLimit : null,
      };
    case 'turn':
      return {
        ...line,
        heading_right_deg: move.target.kind === 'heading' ? rightCell(move.target.heading) : null,
        turn_right_deg: move.target.kind === 'angle' ? rightCell(move.target.angle) : null,
        wheels: move.style,
        rate_deg_s: angleCell(move.rate),
        stop_early_deg: move.stopEarly === null ? null : angleCell(move.stopEarly),
      };
  }
}

function checkpointLine(checkpoint: Checkpoint): Line {
  return {
    item: 'checkpoint',
    id: checkpoint.id,
    name: checkpoint.name,
    after_move: checkpoint.afterMoveId,
    model: checkpoint.modelId,
  };
}

/** Reads a route from CSV; throws a FileError that names line and column. */
export function readRouteTable(text: string): RouteFile {
  return readWhole(text, ROUTE_COLUMNS, (rows) => {
    const first = rows[0];
    if (first === undefined) throw new TableError(1, null, 'there is no line below the header.');
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

function revisionIn(rows: TableRow[]): RouteFile['revisions'][number] {
  const first = rows[0]!;
  const plan: RoutePlan = { startId: first.cells['start']!, moves: [], checkpoints: [] };
  for (const row of rows) {
    switch (row.cells['item']) {
      case 'move':
        plan.moves.push(moveIn(row));
        break;
      case 'checkpoint':
        plan.checkpoints.push(checkpointIn(row));
        break;
      case '':
        break;
      default:
        throw new TableError(row.line, 'item', 'write move or checkpoint.');
    }
  }
  const parent = first.cells['parent'] === '' ? null : countIn(first, 'parent');
  return {
    number: countIn(first, 'revision'),
    parent,
    origin: first.cells['origin'] as RouteFile['revisions'][number]['origin'],
    reason: first.cells['reason']!,
    createdAt: first.cells['created']!,
    plan: checked(first, planSchema, plan, { startId: 'start' }),
  };
}

const MOVE_COLUMNS = {
  id: 'id',
  kind: 'kind',
  distance: 'distance_mm',
  speed: 'speed_mm_s',
  hold: 'hold',
  heading: 'heading_right_deg',
  angle: 'turn_right_deg',
  style: 'wheels',
  rate: 'rate_deg_s',
  stopEarly: 'stop_early_deg',
  timeLimit: 'time_limit_s',
};

function moveIn(row: TableRow): Move {
  const { id, kind } = row.cells;
  const heading = optionalAngleIn(row, 'heading_right_deg', rightAngleIn);
  if (kind === 'turn') {
    const target =
      heading === null
        ? { kind: 'angle', angle: rightAngleIn(row, 'turn_right_deg') }
        : { kind: 'heading', heading };
    const turn = {
      id,
      kind,
      target,
      style: row.cells['wheels'],
      rate: angleIn(row, 'rate_deg_s'),
      stopEarly: optionalAngleIn(row, 'stop_early_deg', angleIn),
    };
    return checked(row, moveSchema, turn, MOVE_COLUMNS);
  }
  const straight = {
    id,
    kind,
    distance: numberIn(row, 'distance_mm'),
    speed: numberIn(row, 'speed_mm_s'),
    hold: row.cells['hold'],
    heading,
    ...(kind === 'approach' ? { timeLimit: numberIn(row, 'time_limit_s') } : {}),
  };
  return checked(row, moveSchema, straight, MOVE_COLUMNS);
}

function checkpointIn({ cells }: TableRow): Checkpoint {
  return {
    id: cells['id']!,
    name: cells['name']!,
    afterMoveId: cells['after_move']!,
    modelId: cells['model']!,
  };
}
