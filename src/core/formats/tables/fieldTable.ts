import { numberIn, optionalNumberIn, TableError, writeTable, type TableRow } from '../table.ts';
import { angleCell } from '../angleText.ts';
import type {
  Field,
  FieldLine,
  FieldModel,
  FieldWall,
  StartPlace,
  Zone,
} from '../../field/field.ts';
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
import { say } from '../../language/say.ts';

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
/** Columns that fields of the first version do not have. */
const NEWER_COLUMNS = ['match_s', 'reflectance', 'colour'] as const;

type Line = Partial<
  Record<(typeof FIELD_COLUMNS | typeof NEWER_COLUMNS)[number], string | number | null>
>;

/** Writes a field as CSV. */
export function writeFieldTable({ name, field }: FieldFile): string {
  const lines: Line[] = [
    {
      thing: 'table',
      width_mm: field.width,
      height_mm: field.height,
      border: yesText(field.border),
      match_s: field.matchSeconds,
      colour: field.ground,
    },
    ...field.models.map(modelLine),
    ...field.lines.map((line): Line => ({
      thing: 'line',
      id: line.id,
      name: line.name,
      width_mm: line.width,
      outline: pointsText(line.points),
      reflectance: line.reflectance,
      colour: line.colour,
    })),
    ...field.walls.map((wall): Line => ({
      thing: 'wall',
      id: wall.id,
      name: wall.name,
      outline: pointsText(wall.points),
      seen: yesText(wall.seen),
    })),
    ...(field.picture === null
      ? []
      : [
          {
            thing: 'picture',
            x_mm: field.picture.x,
            y_mm: field.picture.y,
            width_mm: field.picture.width,
            height_mm: field.picture.height,
            heading_deg: angleCell(field.picture.turned),
          },
        ]),
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
    [...FIELD_COLUMNS, ...NEWER_COLUMNS],
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
    const field: Field = {
      width: 0,
      height: 0,
      border: false,
      matchSeconds: null,
      ground: 'white',
      models: [],
      walls: [],
      lines: [],
      starts: [],
      picture: null,
    };
    for (const row of rows) {
      switch (row.cells['thing']) {
        case 'table':
          field.width = numberIn(row, 'width_mm');
          field.height = numberIn(row, 'height_mm');
          field.border = yesIn(row, 'border');
          field.matchSeconds = optionalNumberIn(row, 'match_s');
          field.ground = colourIn(row) ?? field.ground;
          break;
        case 'model':
          field.models.push(modelIn(row));
          break;
        case 'line':
          field.lines.push(lineIn(row));
          break;
        case 'wall':
          field.walls.push(wallIn(row));
          break;
        case 'picture':
          field.picture = {
            x: numberIn(row, 'x_mm'),
            y: numberIn(row, 'y_mm'),
            width: numberIn(row, 'width_mm'),
            height: numberIn(row, 'height_mm'),
            turned: angleIn(row, 'heading_deg'),
          };
          break;
        case 'start':
          field.starts.push(startIn(row));
          break;
        default:
          throw new TableError(
            row.line,
            'thing',
            say`write table, model, wall, line, picture or start.`,
          );
      }
    }
    const first = rows[0];
    if (first === undefined) throw new TableError(1, null, say`there is no line below the header.`);
    const name = first.cells['field'];
    return checked(first, fieldFileSchema, {
      corvat: 'field',
      version: 1,
      name,
      field,
      picture: null,
    });
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
    reflectance: optionalNumberIn(row, 'reflectance') ?? 0,
    colour: colourIn(row),
  };
}

function colourIn(row: TableRow): string | null {
  return row.cells['colour'] || null;
}

function wallIn(row: TableRow): FieldWall {
  return { ...namesIn(row), points: pointsIn(row, 'outline'), seen: yesIn(row, 'seen') };
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
