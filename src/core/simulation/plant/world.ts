/** Numbers that describe an edge, a piece of a line, and a colour. */
const EDGE_NUMBERS: i32 = 4;
const LINE_NUMBERS: i32 = 6;
const COLOUR_NUMBERS: i32 = 3;

/** What the robot can see, run into and drive over; core/simulation/world.ts says what the numbers are. */
@final
export class World {
  /** What range sensors see and what the robot runs into: x1, y1, x2, y2 an edge. */
  seen: StaticArray<f64> = new StaticArray<f64>(0);
  seenEdges: i32 = 0;
  solid: StaticArray<f64> = new StaticArray<f64>(0);
  solidEdges: i32 = 0;
  /** Printed lines: x1, y1, x2, y2, half width, reflectance a piece. */
  lines: StaticArray<f64> = new StaticArray<f64>(0);
  pieces: i32 = 0;
  /** Red, green and blue that the colour sensor reads over the bare table, and then over each piece. */
  colours: StaticArray<f64> = new StaticArray<f64>(0);

  /** Makes room for a world of this size; memory is kept from world to world. */
  resize(seenEdges: i32, solidEdges: i32, pieces: i32): void {
    this.seen = roomFor(this.seen, seenEdges * EDGE_NUMBERS);
    this.solid = roomFor(this.solid, solidEdges * EDGE_NUMBERS);
    this.lines = roomFor(this.lines, pieces * LINE_NUMBERS);
    this.colours = roomFor(this.colours, (pieces + 1) * COLOUR_NUMBERS);
    this.seenEdges = seenEdges;
    this.solidEdges = solidEdges;
    this.pieces = pieces;
  }

  /**
   * How light the ground is in a spot, 0 to 1: the share of its width that each line covers, seen
   * across the line. Exact for a straight edge wider than the spot, which is what sensors are held to.
   *
   * @param spot radius of the spot, mm
   */
  reflectanceAt(x: f64, y: f64, spot: f64): f64 {
    let light: f64 = 1;
    for (let piece = 0; piece < this.pieces; piece++) {
      const covered = this.coverOf(piece, x, y, spot);
      const reflectance = unchecked(this.lines[piece * LINE_NUMBERS + 5]);
      light = Math.min(light, 1 - covered * (1 - reflectance));
    }
    return light;
  }

  /** The share of a spot's width that a piece of line covers. */
  coverOf(piece: i32, x: f64, y: f64, spot: f64): f64 {
    const lines = this.lines;
    const i = piece * LINE_NUMBERS;
    const half = unchecked(lines[i + 4]);
    const reach = half + spot;
    const ax = unchecked(lines[i]);
    const ay = unchecked(lines[i + 1]);
    const dx = unchecked(lines[i + 2]) - ax;
    const dy = unchecked(lines[i + 3]) - ay;
    const length = dx * dx + dy * dy;
    const along = length > 0 ? ((x - ax) * dx + (y - ay) * dy) / length : 0;
    // Ends are round by half the line's width, so that corners of a bent line are closed.
    const share = along < 0 ? 0 : along > 1 ? 1 : along;
    const ox = x - ax - share * dx;
    const oy = y - ay - share * dy;
    const squared = ox * ox + oy * oy;
    if (squared >= reach * reach) return 0;
    const away = Math.sqrt(squared);
    const right = Math.min(away + spot, half);
    const left = Math.max(away - spot, -half);
    return (right - left) / (2 * spot);
  }

  /** One channel, 0 to 2, of the colour of a piece; that of the bare table for −1. */
  colourOf(piece: i32, channel: i32): f64 {
    return unchecked(this.colours[(piece + 1) * COLOUR_NUMBERS + channel]);
  }
}

function roomFor(numbers: StaticArray<f64>, count: i32): StaticArray<f64> {
  return numbers.length >= count ? numbers : new StaticArray<f64>(count);
}
