import type { z } from 'zod';
import { edgesOf, insidePolygon, rectangle, type Segment } from '../mathematics/polygon.ts';
import { relativeTo, type Point, type Pose } from '../mathematics/pose.ts';
import { wrapAngle } from '../mathematics/angle.ts';
import type { fieldSchema, zoneSchema } from './schema.ts';

export type Field = z.output<typeof fieldSchema>;
export type FieldModel = Field['models'][number];
export type FieldWall = Field['walls'][number];
export type FieldLine = Field['lines'][number];
export type StartPlace = Field['starts'][number];
export type Zone = z.output<typeof zoneSchema>;

/**
 * Where a run ended as seen from the middle of the zone: `along` the arrival heading (far is
 * positive), to the `left` of it, in mm, and turned counter-clockwise in rad.
 */
export interface Offset {
  along: number;
  left: number;
  turned: number;
}

/** The offset of a tool pose from a zone's target. */
export function offsetFrom(zone: Zone, tool: Pose): Offset {
  const relative = relativeTo(zone.target, tool);
  return { along: relative.x, left: relative.y, turned: relative.heading };
}

/** Whether an offset scores: inside the shape, and within the heading tolerance. */
export function scores(zone: Zone, offset: Offset): boolean {
  if (
    zone.headingTolerance !== null &&
    Math.abs(wrapAngle(offset.turned)) > zone.headingTolerance
  ) {
    return false;
  }
  return zone.shape.kind === 'circle'
    ? Math.hypot(offset.along, offset.left) <= zone.shape.radius
    : insidePolygon({ x: offset.along, y: offset.left }, zone.shape.corners);
}

/** Greatest distance from the target to the zone's edge, mm: sets the scale of a target card. */
export function zoneReach(zone: Zone): number {
  return zone.shape.kind === 'circle'
    ? zone.shape.radius
    : Math.max(...zone.shape.corners.map((corner) => Math.hypot(corner.x, corner.y)));
}

/** Every edge that a range sensor can see: the border, and the walls and models that are high enough. */
export function visibleEdges(field: Field): Segment[] {
  return edgesWhere(field, ({ seen }) => seen);
}

/** Every edge that the robot can run into. */
export function solidEdges(field: Field): Segment[] {
  return edgesWhere(field, () => true);
}

function edgesWhere(field: Field, holds: (thing: { seen: boolean }) => boolean): Segment[] {
  return [
    ...(field.border ? edgesOf(rectangle(0, 0, field.width, field.height)) : []),
    ...field.models.filter(holds).flatMap((model) => edgesOf(model.outline)),
    ...field.walls.filter(holds).flatMap((wall) => piecesOf(wall.points)),
  ];
}

/** The straight pieces of an open line of points. */
export function piecesOf(points: readonly Point[]): Segment[] {
  return points.slice(1).map((to, i) => ({ from: points[i]!, to }));
}
