import type { Body } from '../robot/parameters.ts';
import type { PackedSegments } from '../mathematics/ray.ts';

/** Sweeps over all contacts of one step; two corners on one wall agree after a few. */
const SWEEPS = 4;

/**
 * Keeps the robot's outline out of everything solid. Wheels that push against something slip, so
 * what counts is where the outline may be: each corner that got through an edge, and each end of an
 * edge that got into the outline, is pushed back along the edge's normal, partly by moving the robot
 * and partly by turning it, as its inertia shares them (position-based dynamics; Müller et al.,
 * J. Visual Communication and Image Representation 18, 2007). A robot that presses with one corner
 * turns until it stands flat.
 */
export class Contact {
  /** Correction of the last call: x, y in mm and heading in rad. */
  readonly correction = new Float64Array(3);
  /** How many points touched in the last call, in all, and at the front and the back. */
  touching = 0;
  touchingFront = 0;
  touchingBack = 0;
  /** Distance that the robot can drive before anything can be in reach, mm. */
  private free = 0;
  private readonly corners: Float64Array;
  private readonly reach: number;
  /** Square of the radius of gyration, mm². */
  private readonly gyration: number;

  constructor(
    private readonly solid: PackedSegments,
    private readonly body: Body,
    track: number,
  ) {
    const { ahead, behind, width } = body;
    const half = width / 2;
    this.corners = new Float64Array([ahead, half, ahead, -half, -behind, -half, -behind, half]);
    this.reach = Math.hypot(Math.max(ahead, behind), half);
    this.gyration = (track / 2) ** 2;
  }

  /** Forgets how far away things are, because the robot was put down elsewhere. */
  reset(): void {
    this.free = 0;
    this.touching = 0;
    this.touchingFront = 0;
    this.touchingBack = 0;
  }

  /** Whether something may be in reach after driving `travel` mm more and turning by `turn` rad. */
  mayTouch(travel: number, turn: number): boolean {
    this.free -= (travel < 0 ? -travel : travel) + this.reach * (turn < 0 ? -turn : turn);
    if (this.free > 0) return false;
    this.touching = 0;
    this.touchingFront = 0;
    this.touchingBack = 0;
    return this.solid.length > 0;
  }

  /**
   * Finds the correction for a robot at (x, y) whose heading has this sine and cosine.
   * Returns whether there is one.
   */
  resolve(x: number, y: number, sine: number, cosine: number): boolean {
    const { correction } = this;
    correction.fill(0);
    const clearance = this.clearance(x, y);
    if (clearance > 0) {
      this.free = clearance;
      return false;
    }
    this.free = 0;
    for (let sweep = 0; sweep < SWEEPS; sweep++) {
      // Small turns: the outline turned by the correction so far, to first order.
      const turn = correction[2]!;
      const c = cosine - turn * sine;
      const s = sine + turn * cosine;
      if (!this.sweep(x + correction[0]!, y + correction[1]!, s, c)) break;
    }
    if (this.touching > 0) return true;
    this.free = this.separation(x, y, sine, cosine);
    return false;
  }

  private clearance(x: number, y: number): number {
    const { solid } = this;
    let nearest = Infinity;
    for (let i = 0; i < solid.length; i += 4) {
      const ax = solid[i]!;
      const ay = solid[i + 1]!;
      const dx = solid[i + 2]! - ax;
      const dy = solid[i + 3]! - ay;
      const length = dx * dx + dy * dy;
      let share = length > 0 ? ((x - ax) * dx + (y - ay) * dy) / length : 0;
      share = share < 0 ? 0 : share > 1 ? 1 : share;
      const ox = x - ax - share * dx;
      const oy = y - ay - share * dy;
      const squared = ox * ox + oy * oy;
      if (squared < nearest) nearest = squared;
    }
    return Math.sqrt(nearest) - this.reach;
  }

  /** Distance between the outline and the nearest edge when they do not touch, mm. */
  private separation(x: number, y: number, s: number, c: number): number {
    const { solid, corners, body } = this;
    let nearest = Infinity;
    for (let i = 0; i < solid.length; i += 4) {
      const ax = solid[i]! - x;
      const ay = solid[i + 1]! - y;
      const dx = solid[i + 2]! - solid[i]!;
      const dy = solid[i + 3]! - solid[i + 1]!;
      const length = dx * dx + dy * dy;
      for (let k = 0; k < 8; k += 2) {
        const rx = c * corners[k]! - s * corners[k + 1]! - ax;
        const ry = s * corners[k]! + c * corners[k + 1]! - ay;
        let share = length > 0 ? (rx * dx + ry * dy) / length : 0;
        share = share < 0 ? 0 : share > 1 ? 1 : share;
        const ox = rx - share * dx;
        const oy = ry - share * dy;
        const squared = ox * ox + oy * oy;
        if (squared < nearest) nearest = squared;
      }
      for (let end = 0; end < 2; end++) {
        const ex = ax + end * dx;
        const ey = ay + end * dy;
        const px = c * ex + s * ey;
        const py = -s * ex + c * ey;
        const ox = px > body.ahead ? px - body.ahead : px < -body.behind ? -body.behind - px : 0;
        const half = body.width / 2;
        const oy = py > half ? py - half : py < -half ? -half - py : 0;
        const squared = ox * ox + oy * oy;
        if (squared < nearest) nearest = squared;
      }
    }
    return Math.sqrt(nearest);
  }

  private sweep(x: number, y: number, s: number, c: number): boolean {
    const { solid, corners, body } = this;
    const before = this.touching;
    let touching = 0;
    let front = 0;
    let back = 0;
    for (let i = 0; i < solid.length; i += 4) {
      const ax = solid[i]! - x;
      const ay = solid[i + 1]! - y;
      const bx = solid[i + 2]! - x;
      const by = solid[i + 3]! - y;
      const dx = bx - ax;
      const dy = by - ay;
      const length = Math.sqrt(dx * dx + dy * dy);
      if (length === 0) continue;
      // Normal towards the robot, and the robot's distance along it.
      let nx = -dy / length;
      let ny = dx / length;
      let away = -(ax * nx + ay * ny);
      if (away < 0) {
        nx = -nx;
        ny = -ny;
        away = -away;
      }
      if (away > this.reach) continue;
      for (let k = 0; k < 8; k += 2) {
        const rx = c * corners[k]! - s * corners[k + 1]!;
        const ry = s * corners[k]! + c * corners[k + 1]!;
        const height = away + rx * nx + ry * ny;
        if (height >= 0) continue;
        // Where the way from the axle to the corner crosses the edge.
        const share = away / (away - height);
        const along = ((rx * share - ax) * dx + (ry * share - ay) * dy) / (length * length);
        if (along < 0 || along > 1) continue;
        this.push(rx, ry, nx, ny, -height);
        touching++;
        if (corners[k]! > 0) front++;
        else back++;
      }
      for (let end = 0; end < 2; end++) {
        const ex = end === 0 ? ax : bx;
        const ey = end === 0 ? ay : by;
        const px = c * ex + s * ey;
        const py = -s * ex + c * ey;
        const half = body.width / 2;
        const toFront = body.ahead - px;
        const toBack = body.behind + px;
        const toLeft = half - py;
        const toRight = half + py;
        const depth = Math.min(toFront, toBack, toLeft, toRight);
        if (depth <= 0) continue;
        // The side that the end came through pushes the robot the other way.
        if (depth === toFront) {
          this.push(ex, ey, -c, -s, depth);
          front++;
        } else if (depth === toBack) {
          this.push(ex, ey, c, s, depth);
          back++;
        } else if (depth === toLeft) this.push(ex, ey, s, -c, depth);
        else this.push(ex, ey, -s, c, depth);
        touching++;
      }
    }
    if (touching > before) {
      this.touching = touching;
      this.touchingFront = front;
      this.touchingBack = back;
    }
    return touching > 0;
  }

  private push(rx: number, ry: number, nx: number, ny: number, depth: number): void {
    const lever = rx * ny - ry * nx;
    const strength = depth / (1 + (lever * lever) / this.gyration);
    this.correction[0]! += strength * nx;
    this.correction[1]! += strength * ny;
    this.correction[2]! += (strength * lever) / this.gyration;
  }
}
