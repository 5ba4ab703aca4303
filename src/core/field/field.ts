import { edgesOf, insidePolygon, rectangle, type Segment } from '../mathematics/polygon.ts';
import { relativeTo, type Point, type Pose } from '../mathematics/pose.ts';
import { wrapAngle } from '../mathematics/angle.ts';

/** A table with everything that stands on it, to scale, in mm; (0, 0) is its near left corner. */
export interface Field {
  width: number;
  height: number;
  /** Whether a border high enough to be seen by a range sensor runs round the table. */
  border: boolean;
  /** How long a match lasts on this table, s; null when nobody said. */
  matchSeconds: number | null;
  models: FieldModel[];
  walls: FieldWall[];
  lines: FieldLine[];
  starts: StartPlace[];
  /** Where the picture under the drawing lies; null when there is none. */
  picture: PicturePlace | null;
}

/** Where a picture lies: its lower left corner, its size in mm, and how far it is turned, rad. */
interface PicturePlace {
  x: number;
  y: number;
  width: number;
  height: number;
  turned: number;
}

/** A wall inside the table, as thin as a line. */
export interface FieldWall {
  id: string;
  name: string;
  points: Point[];
  /** Whether a range sensor sees it. */
  seen: boolean;
}

/** A fixed thing that the robot comes for. */
export interface FieldModel {
  id: string;
  name: string;
  outline: Point[];
  zone: Zone;
  points: number;
  /** Whether a range sensor sees it. */
  seen: boolean;
}

/** Where the tool point has to be for the model to score. */
export interface Zone {
  /** The middle of the zone, and the heading with which the robot should arrive. */
  target: Pose;
  shape: ZoneShape;
  /** Greatest heading error that still scores, rad; null when any heading scores. */
  headingTolerance: number | null;
}

type ZoneShape =
  | { kind: 'circle'; radius: number }
  /** Corners in the frame of the target: x along the arrival heading, y to its left. */
  | { kind: 'polygon'; corners: Point[] };

/** A line on the table. */
export interface FieldLine {
  id: string;
  name: string;
  points: Point[];
  width: number;
  /** How light it is: 0 as dark as the dark that was measured, 1 as light as the table. */
  reflectance: number;
}

export interface StartPlace {
  id: string;
  name: string;
  pose: Pose;
}

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
