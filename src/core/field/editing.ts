import type { Point } from '../mathematics/pose.ts';
import type { Field, FieldLine, FieldModel, FieldWall, StartPlace } from './field.ts';

/** What can be chosen on a field. */
export type ThingKind = 'model' | 'wall' | 'line' | 'start';
export interface Chosen {
  kind: ThingKind;
  id: string;
}

/** A thing of a field with its kind. */
export type FieldObject =
  | { kind: 'model'; thing: FieldModel }
  | { kind: 'wall'; thing: FieldWall }
  | { kind: 'line'; thing: FieldLine }
  | { kind: 'start'; thing: StartPlace };

const LISTS = { model: 'models', wall: 'walls', line: 'lines', start: 'starts' } as const;

export function fieldObjectOf(field: Field, { kind, id }: Chosen): FieldObject | null {
  const thing = field[LISTS[kind]].find((candidate) => candidate.id === id);
  return thing === undefined ? null : ({ kind, thing } as FieldObject);
}

/** The field with a thing put in, or replaced when one with its identifier is there. */
export function withFieldObject(field: Field, { kind, thing }: FieldObject): Field {
  const list = field[LISTS[kind]] as { id: string }[];
  const there = list.some(({ id }) => id === thing.id);
  const next = there ? list.map((one) => (one.id === thing.id ? thing : one)) : [...list, thing];
  return { ...field, [LISTS[kind]]: next };
}

/** The field without a thing; the last start place stays. */
export function withoutThing(field: Field, { kind, id }: Chosen): Field {
  if (kind === 'start' && field.starts.length === 1) return field;
  const list = field[LISTS[kind]] as { id: string }[];
  return { ...field, [LISTS[kind]]: list.filter((one) => one.id !== id) };
}

/** An identifier that no thing of the kind has yet. */
export function freeThingId(field: Field, kind: ThingKind): string {
  const taken = new Set(field[LISTS[kind]].map(({ id }) => id));
  for (let i = taken.size + 1; ; i++) if (!taken.has(`${kind}-${i}`)) return `${kind}-${i}`;
}

/** Points that a pointer can take hold of: corners and ends, and the middle of a zone or start. */
export function handlesOf({ kind, thing }: FieldObject): Point[] {
  switch (kind) {
    case 'model':
      return [...thing.outline, thing.zone.target];
    case 'wall':
    case 'line':
      return thing.points;
    case 'start':
      return [thing.pose];
  }
}

/** The thing with one of its handles moved to a place. */
export function withHandleAt(thing: FieldObject, handle: number, place: Point): FieldObject {
  const moved = (points: readonly Point[]) =>
    points.map((point, i) => (i === handle ? place : point));
  switch (thing.kind) {
    case 'model': {
      const { outline, zone } = thing.thing;
      return handle < outline.length
        ? { kind: 'model', thing: { ...thing.thing, outline: moved(outline) } }
        : {
            kind: 'model',
            thing: { ...thing.thing, zone: { ...zone, target: { ...zone.target, ...place } } },
          };
    }
    case 'wall':
      return { kind: 'wall', thing: { ...thing.thing, points: moved(thing.thing.points) } };
    case 'line':
      return { kind: 'line', thing: { ...thing.thing, points: moved(thing.thing.points) } };
    case 'start':
      return { kind: 'start', thing: { ...thing.thing, pose: { ...thing.thing.pose, ...place } } };
  }
}

/** The thing moved as a whole. A model takes its zone along. */
export function shiftedThing(thing: FieldObject, by: Point): FieldObject {
  return handlesOf(thing).reduce(
    (moved, point, i) => withHandleAt(moved, i, { x: point.x + by.x, y: point.y + by.y }),
    thing,
  );
}

/**
 * A place on the grid, or on a corner, end or border that is nearer than `reach` mm: what a hand that
 * draws means.
 *
 * @param except a thing whose own points do not count
 */
export function snapped(
  field: Field,
  place: Point,
  grid: number,
  reach: number,
  except: Chosen | null,
): Point {
  const things: FieldObject[] = [
    ...field.models.map((thing): FieldObject => ({ kind: 'model', thing })),
    ...field.walls.map((thing): FieldObject => ({ kind: 'wall', thing })),
    ...field.lines.map((thing): FieldObject => ({ kind: 'line', thing })),
  ];
  let best: { point: Point; away: number } | null = null;
  for (const thing of things) {
    if (except !== null && thing.kind === except.kind && thing.thing.id === except.id) continue;
    for (const point of handlesOf(thing)) {
      const away = Math.hypot(point.x - place.x, point.y - place.y);
      if (away <= reach && (best === null || away < best.away)) best = { point, away };
    }
  }
  if (best !== null) return { x: best.point.x, y: best.point.y };
  const along = (value: number, edges: readonly number[]) =>
    edges.find((edge) => Math.abs(edge - value) <= reach) ?? grid * Math.round(value / grid);
  return { x: along(place.x, [0, field.width]), y: along(place.y, [0, field.height]) };
}

/**
 * Where a picture lies so that two of its points stand on two places of the table.
 *
 * @param size of the picture, in any unit; only its shape counts
 * @param on two points of the picture, shares of its width from the left and of its height from below
 * @param at the places on the table where they belong, mm
 * @returns null when the two points or the two places are the same
 */
export function pictureOnto(
  size: { width: number; height: number },
  on: readonly [Point, Point],
  at: readonly [Point, Point],
): Field['picture'] {
  const point = ({ x, y }: Point): Point => ({ x: x * size.width, y: y * size.height });
  const [a, b] = [point(on[0]), point(on[1])];
  const from = { x: b.x - a.x, y: b.y - a.y };
  const to = { x: at[1].x - at[0].x, y: at[1].y - at[0].y };
  const length = Math.hypot(from.x, from.y);
  if (length < 1e-9 || Math.hypot(to.x, to.y) < 1e-9) return null;
  const scale = Math.hypot(to.x, to.y) / length;
  const turned = Math.atan2(to.y, to.x) - Math.atan2(from.y, from.x);
  const c = scale * Math.cos(turned);
  const s = scale * Math.sin(turned);
  return {
    x: at[0].x - (c * a.x - s * a.y),
    y: at[0].y - (s * a.x + c * a.y),
    width: scale * size.width,
    height: scale * size.height,
    turned,
  };
}
