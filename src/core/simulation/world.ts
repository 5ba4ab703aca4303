import { piecesOf, solidEdges, visibleEdges, type Field } from '../field/field.ts';
import type { Segment } from '../mathematics/polygon.ts';
import { colourNamed, rgbOf } from '../robot/colours.ts';
import type { RobotParameters } from '../robot/parameters.ts';

/** Edges packed as x1, y1, x2, y2 each, mm. */
type PackedSegments = Float64Array;

/** A field as the simulated robot meets it. */
export interface World {
  /** What range sensors see. */
  seen: PackedSegments;
  /** What the robot runs into. */
  solid: PackedSegments;
  /** Printed lines: x1, y1, x2, y2, half width, reflectance of each piece. */
  lines: Float64Array;
  /** What the colour of each piece is called, null where nobody said, and that of the bare table. */
  colours: readonly (string | null)[];
  ground: string;
}

/** Numbers that describe a piece of line in {@link World.lines}. */
export const LINE_NUMBERS = 6;

export function worldOf(field: Field): World {
  const lines = field.lines.flatMap((line) =>
    piecesOf(line.points).flatMap(({ from, to }) => [
      from.x,
      from.y,
      to.x,
      to.y,
      line.width / 2,
      line.reflectance,
    ]),
  );
  return {
    seen: packSegments(visibleEdges(field)),
    solid: packSegments(solidEdges(field)),
    lines: new Float64Array(lines),
    colours: field.lines.flatMap((line) => piecesOf(line.points).map(() => line.colour)),
    ground: field.ground,
  };
}

/** A world of nothing but edges, seen and solid. */
export function worldOfEdges(edges: readonly Segment[]): World {
  const packed = packSegments(edges);
  return { seen: packed, solid: packed, lines: new Float64Array(0), colours: [], ground: 'white' };
}

/**
 * What the robot's colour sensor reads over the bare table and then over each piece of line: red, green
 * and blue, shares of 1. Over a named colour it reads what its robot's classes say.
 */
export function coloursSeen({ ground, colours, lines }: World, robot: RobotParameters): number[] {
  const { dark, light } = robot.light;
  const read = (name: string | null, grey: number) => {
    const known = name === null ? undefined : colourNamed(robot.colours, name);
    if (known === undefined) return [grey, grey, grey];
    const { red, green, blue } = rgbOf(known.middle);
    return [red, green, blue];
  };
  return [
    ...read(ground, light),
    // A line whose colour nobody named is grey, as light as it reflects.
    ...colours.flatMap((name, piece) =>
      read(name, dark + (light - dark) * lines[piece * LINE_NUMBERS + 5]!),
    ),
  ];
}

function packSegments(segments: readonly Segment[]): PackedSegments {
  return new Float64Array(segments.flatMap(({ from, to }) => [from.x, from.y, to.x, to.y]));
}
