import {
  numberIn,
  optionalNumberIn,
  TableError,
  writeTable,
  type TableRow,
} from '../../core/formats/table.ts';
import { angleCell } from '../../core/formats/angleText.ts';
import type { Field, FieldLine, FieldModel, StartPlace, Zone } from '../../core/field/field.ts';
import { fieldFileSchema, type FieldFile } from '../files.ts';
import {
  angleIn,
  checked,
  optionalAngleIn,
  pointsIn,
  pointsText,
  readWhole,
  yesIn,
  yesText,
} from './cells.ts';

/**
 * Columns of a field table: one line a thing on the table, and one for the table itself. Headings
 * count counter-clockwise from +x. `outline` holds a model's corners or a line's points; `corners`
 * those of a zone, as seen from its middle along the arrival.
 */
export const FIELD_COLUMNS = [
  'field',
  'thing',
  'id',
  'name',
  'width_mm',
  'height_mm',
  'border',
  'outline',
  'x_mm',
  'y_mm',
  'heading_deg',
  'radius_mm',
  'corners',
  'tolerance_deg',
  'points',
  'seen',
] as const;

type Line = Partial<Record<(typeof FIELD_COLUMNS)[number], string | number | null>>;

/** Writes a field as CSV. */
export function writeFieldTable({ name, field }: FieldFile): string {
  const lines: Line[] = [
    {
      thing: 'table',
      width_mm: field.width,
      height_mm: field.height,
      border: yesText(field.border),
    },
    ...field.models.map(modelLine),
    ...field.lines.map((line): Line => ({
      thing: 'line',
      id: line.id,
      name: line.name,
      width_mm: line.width,
      outline: pointsText(line.points),
    })),
    ...field.starts.map((start): Line => ({
      thing: 'start',
      id: start.id,
      name: start.name,
      x_mm: start.pose.x,
      y_mm: start.pose.y,
      heading_deg: angleCell(start.pose.heading),
    })),
  ];
  return writeTable(
    FIELD_COLUMNS,
    lines.map((line) => ({ field: name, ...line })),
  );
}

function modelLine(model: FieldModel): Line {
  const { target, shape, headingTolerance } = model.zone;
  return {
    thing: 'model',
    id: model.id,
    name: model.name,
    outline: pointsText(model.outline),
    x_mm: target.x,
    y_mm: target.y,
    heading_deg: angleCell(target.heading),
    radius_mm: shape.kind === 'circle' ? shape.radius : null,
    corners: shape.kind === 'polygon' ? pointsText(shape.corners) : null,
    tolerance_deg: headingTolerance === null ? null : angleCell(headingTolerance),
    points: model.points,
    seen: yesText(model.seen),
  };
}

/** Reads a field from CSV; throws a FileError that names line and column. */
export function readFieldTable(text: string): FieldFile {
  return readWhole(text, FIELD_COLUMNS, (rows) => {
    const field: Field = { width: 0, height: 0, border: false, models: [], lines: [], starts: [] };
    for (const row of rows) {
      switch (row.cells['thing']) {
        case 'table':
          field.width = numberIn(row, 'width_mm');
          field.height = numberIn(row, 'height_mm');
          field.border = yesIn(row, 'border');
          break;
        case 'model':
          field.models.push(modelIn(row));
          break;
        case 'line':
          field.lines.push(lineIn(row));
          break;
        case 'start':
          field.starts.push(startIn(row));
          break;
        default:
          throw new TableError(row.line, 'thing', 'write table, model, line or start.');
      }
    }
    const first = rows[0];
    if (first === undefined) throw new TableError(1, null, 'there is no line below the header.');
    const name = first.cells['field'];
    return checked(first, fieldFileSchema, { corvat: 'field', version: 1, name, field });
  });
}

function modelIn(row: TableRow): FieldModel {
  return {
    ...namesIn(row),
    outline: pointsIn(row, 'outline'),
    zone: zoneIn(row),
    points: numberIn(row, 'points'),
    seen: yesIn(row, 'seen'),
  };
}

function zoneIn(row: TableRow): Zone {
  const radius = optionalNumberIn(row, 'radius_mm');
  return {
    target: poseIn(row),
    shape:
      radius === null
        ? { kind: 'polygon', corners: pointsIn(row, 'corners') }
        : { kind: 'circle', radius },
    headingTolerance: optionalAngleIn(row, 'tolerance_deg', angleIn),
  };
}

function lineIn(row: TableRow): FieldLine {
  return {
    ...namesIn(row),
    points: pointsIn(row, 'outline'),
    width: numberIn(row, 'width_mm'),
  };
}

function startIn(row: TableRow): StartPlace {
  return { ...namesIn(row), pose: poseIn(row) };
}

function namesIn(row: TableRow): { id: string; name: string } {
  return { id: row.cells['id']!, name: row.cells['name']! };
}

function poseIn(row: TableRow) {
  return {
    x: numberIn(row, 'x_mm'),
    y: numberIn(row, 'y_mm'),
    heading: angleIn(row, 'heading_deg'),
  };
}
