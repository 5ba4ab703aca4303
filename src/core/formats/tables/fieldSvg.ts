import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';
import { z } from 'zod';
import type { Field, Zone } from '../../field/field.ts';
import { toField, type Point } from '../../mathematics/pose.ts';
import { FileError, fieldFileSchema, type FieldFile } from '../files.ts';
import { zoneSchema } from '../../field/schema.ts';
import { pointsText } from './cells.ts';
import { say } from '../../language/say.ts';

/** Length of the line that shows a start place’s heading, mm. */
const START_MARK = 80;

/**
 * A field as an SVG drawing in mm that any drawing program opens: the table is the view box, with y
 * downwards as screens count. What a drawing cannot say (zones, points, what a sensor sees) stands
 * in `data-` attributes, so that reading it back loses nothing.
 */
export function writeFieldSvg({ name, field }: FieldFile): string {
  const drawn = ({ x, y }: Point): Point => ({ x, y: field.height - y });
  const points = (list: readonly Point[]) =>
    list
      .map(drawn)
      .map(({ x, y }) => `${x},${y}`)
      .join(' ');
  const svg = {
    svg: {
      '@xmlns': 'http://www.w3.org/2000/svg',
      '@width': `${field.width}mm`,
      '@height': `${field.height}mm`,
      '@viewBox': `0 0 ${field.width} ${field.height}`,
      '@data-corvat': 'field',
      '@data-name': name,
      '@data-border': String(field.border),
      '@data-match': field.matchSeconds ?? '',
      '@data-ground': field.ground,
      '@data-picture': field.picture === null ? '' : JSON.stringify(field.picture),
      title: name,
      polyline: [
        ...field.lines.map((line) => ({
          '@data-kind': 'line',
          '@data-id': line.id,
          '@data-name': line.name,
          '@data-reflectance': line.reflectance,
          ...(line.colour === null ? {} : { '@data-colour': line.colour }),
          '@points': points(line.points),
          '@data-points': pointsText(line.points),
          '@fill': 'none',
          '@stroke': '#20262b',
          '@stroke-opacity': 1 - 0.8 * line.reflectance,
          '@stroke-width': line.width,
        })),
        ...field.walls.map((wall) => ({
          '@data-kind': 'wall',
          '@data-id': wall.id,
          '@data-name': wall.name,
          '@data-seen': String(wall.seen),
          '@points': points(wall.points),
          '@data-points': pointsText(wall.points),
          '@fill': 'none',
          '@stroke': '#20262b',
          '@stroke-width': 4,
        })),
        ...field.starts.map((start) => ({
          '@data-kind': 'start',
          '@data-id': start.id,
          '@data-name': start.name,
          '@data-pose': JSON.stringify(start.pose),
          '@points': points([start.pose, toField(start.pose, { x: START_MARK, y: 0 })]),
          '@fill': 'none',
          '@stroke': '#0b6f69',
          '@stroke-width': 4,
        })),
      ],
      polygon: field.models.flatMap((model) => [
        {
          '@data-kind': 'model',
          '@data-id': model.id,
          '@data-name': model.name,
          '@data-points-worth': model.points,
          '@data-seen': String(model.seen),
          '@data-zone': JSON.stringify(model.zone),
          '@points': points(model.outline),
          '@data-points': pointsText(model.outline),
          '@fill': '#e5dfd1',
          '@stroke': '#20262b',
          '@stroke-width': 3,
        },
        {
          '@data-kind': 'zone',
          '@points': points(zoneOutline(model.zone)),
          '@fill': 'none',
          '@stroke': '#6d3f86',
          '@stroke-dasharray': '8 6',
          '@stroke-width': 3,
        },
      ]),
    },
  };
  return `<?xml version="1.0" encoding="UTF-8"?>
${builder.build(svg)}`;
}

const builder = new XMLBuilder({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  format: true,
  suppressEmptyNode: true,
  suppressBooleanAttributes: false,
});
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  parseAttributeValue: false,
  isArray: (name) => ['polyline', 'polygon', 'rect', 'line', 'g'].includes(name),
});

/** Corners of a zone on the field; a circle as a polygon of 24 sides. */
function zoneOutline({ target, shape }: Zone): Point[] {
  if (shape.kind === 'polygon') return shape.corners.map((corner) => toField(target, corner));
  return Array.from({ length: 24 }, (_, i) => ({
    x: target.x + shape.radius * Math.cos((i * Math.PI) / 12),
    y: target.y + shape.radius * Math.sin((i * Math.PI) / 12),
  }));
}

type Element = Record<string, string | undefined>;

/**
 * Reads a field from SVG. In a drawing of another program rectangles and polygons are taken for
 * models and open lines for printed lines, all to be named in the editor. Throws a FileError.
 */
export function readFieldSvg(text: string): FieldFile {
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) {
    throw new FileError(say`drawings with entities are not taken: save it as plain SVG.`, 1, 1);
  }
  const valid = XMLValidator.validate(text);
  if (valid !== true) throw new FileError(`${valid.err.msg}.`, valid.err.line, valid.err.col);
  const svg = (parser.parse(text) as { svg?: Record<string, unknown> }).svg;
  if (svg === undefined) throw new FileError(say`this is not an SVG drawing.`, 1, 1);
  const attribute = (name: string) => (svg[`@${name}`] as string | undefined) ?? '';
  const [, , width, height] = attribute('viewBox')
    .split(/[\s,]+/)
    .map(Number);
  if (!(width! > 0) || !(height! > 0)) {
    throw new FileError(say`the drawing needs a viewBox that is the table in mm.`, 1, 1);
  }
  const field: Field = {
    width: width!,
    height: height!,
    border: attribute('data-border') !== 'false',
    matchSeconds: attribute('data-match') === '' ? null : Number(attribute('data-match')),
    ground: attribute('data-ground') || 'white',
    models: [],
    walls: [],
    lines: [],
    starts: [],
    picture:
      attribute('data-picture') === ''
        ? null
        : (parsed(attribute('data-picture')) as Field['picture']),
  };
  for (const [kind, element] of elementsOf(svg)) take(field, kind, element);
  if (field.starts.length === 0) {
    const pose = { x: width! / 8, y: height! / 5, heading: 0 };
    field.starts.push({ id: 'start', name: say`Start`, pose });
  }
  const name =
    attribute('data-name') || (typeof svg['title'] === 'string' ? svg['title'] : say`Drawing`);
  const checked = fieldFileSchema.safeParse({
    corvat: 'field',
    version: 1,
    name,
    field,
    picture: null,
  });
  if (checked.success) return checked.data;
  const issue = checked.error.issues[0]!;
  throw new FileError(`${issue.path.map(String).join('.')}: ${issue.message}`, 1, 1);
}

function elementsOf(node: Record<string, unknown>): [string, Element][] {
  return ['polyline', 'polygon', 'rect', 'line', 'g'].flatMap((kind) =>
    ((node[kind] as Record<string, unknown>[] | undefined) ?? []).flatMap(
      (element): [string, Element][] =>
        kind === 'g' ? elementsOf(element) : [[kind, element as Element]],
    ),
  );
}

function take(field: Field, shape: string, element: Element): void {
  const turned = ({ x, y }: Point): Point => ({ x, y: field.height - y });
  const exact = element['@data-points'];
  const outline =
    exact === undefined ? outlineOf(shape, element).map(turned) : pairs(exact.replaceAll(';', ' '));
  const kind =
    element['@data-kind'] ?? (shape === 'polyline' || shape === 'line' ? 'line' : 'model');
  const count = field.models.length + field.lines.length + field.walls.length + 1;
  const id = element['@data-id'] ?? `${kind}-${count}`;
  const name = element['@data-name'] ?? `${kind === 'model' ? say`Model` : say`Line`} ${count}`;
  switch (kind) {
    case 'model':
      field.models.push({
        id,
        name,
        outline,
        zone: zoneIn(element, outline),
        points: Number(element['@data-points-worth'] ?? 0),
        seen: element['@data-seen'] !== 'false',
      });
      break;
    case 'line':
      field.lines.push({
        id,
        name,
        points: outline,
        width: Number(element['@stroke-width'] ?? 20),
        reflectance: Number(element['@data-reflectance'] ?? 0),
        colour: element['@data-colour'] ?? null,
      });
      break;
    case 'wall':
      field.walls.push({ id, name, points: outline, seen: element['@data-seen'] !== 'false' });
      break;
    case 'start':
      field.starts.push({ id, name, pose: parsed(element['@data-pose'] ?? '') as never });
      break;
  }
}

function zoneIn(element: Element, outline: readonly Point[]): Zone {
  const zone = zoneSchema.safeParse(parsed(element['@data-zone'] ?? ''));
  if (zone.success) return zone.data;
  // In front of the model, where a robot would come to.
  const left = Math.min(...outline.map(({ x }) => x));
  const right = Math.max(...outline.map(({ x }) => x));
  const below = Math.min(...outline.map(({ y }) => y));
  return {
    target: { x: (left + right) / 2, y: below - 40, heading: Math.PI / 2 },
    shape: { kind: 'circle', radius: 30 },
    headingTolerance: null,
  };
}

function parsed(text: string): unknown {
  try {
    return z.unknown().parse(JSON.parse(text));
  } catch {
    return null;
  }
}

function outlineOf(shape: string, element: Element): Point[] {
  const at = (name: string) => Number(element[`@${name}`] ?? 0);
  switch (shape) {
    case 'rect': {
      const [x, y, width, height] = [at('x'), at('y'), at('width'), at('height')];
      return [
        { x, y },
        { x: x + width, y },
        { x: x + width, y: y + height },
        { x, y: y + height },
      ];
    }
    case 'line':
      return [
        { x: at('x1'), y: at('y1') },
        { x: at('x2'), y: at('y2') },
      ];
    default:
      return pairs(element['@points'] ?? '');
  }
}

function pairs(text: string): Point[] {
  const numbers = text
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  return Array.from({ length: Math.floor(numbers.length / 2) }, (_, i) => ({
    x: numbers[2 * i]!,
    y: numbers[2 * i + 1]!,
  }));
}
