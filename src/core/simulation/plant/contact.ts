import { RobotNumbers } from './numbers';
import { World } from './world';

/** Sweeps over all contacts of one step; two corners on one wall agree after a few. */
const SWEEPS: i32 = 4;

/**
 * Keeps the robot's outline out of everything solid. Wheels that push against something slip, so
 * what counts is where the outline may be: each corner that got through an edge, and each end of an
 * edge that got into the outline, is pushed back along the edge's normal, partly by moving the robot
 * and partly by turning it, as its inertia shares them (position-based dynamics; Müller et al.,
 * J. Visual Communication and Image Representation 18, 2007). A robot that presses with one corner
 * turns until it stands flat.
 */
@final
export class Contact {
  /** Correction of the last call: x, y in mm and heading in rad. */
  shiftX: f64 = 0;
  shiftY: f64 = 0;
  turn: f64 = 0;
  /** How many points touched in the last call, in all, and at the front and the back. */
  touching: i32 = 0;
  touchingFront: i32 = 0;
  touchingBack: i32 = 0;
  /** Distance that the robot can drive before anything can be in reach, mm. */
  private free: f64 = 0;
  private readonly corners: StaticArray<f64> = new StaticArray<f64>(8);
  private reach: f64 = 0;
  /** Square of the radius of gyration, mm². */
  private gyration: f64 = 0;

  constructor(
    private readonly numbers: RobotNumbers,
    private readonly world: World,
  ) {}

  /** Works out what follows from the robot's outline. */
  assemble(): void {
    const ahead = this.numbers.bodyAhead;
    const behind = this.numbers.bodyBehind;
    const half = this.numbers.bodyWidth / 2;
    for (let corner = 0; corner < 4; corner++) {
      this.corners[2 * corner] = corner < 2 ? ahead : -behind;
      this.corners[2 * corner + 1] = corner == 0 || corner == 3 ? half : -half;
    }
    const longer = Math.max(ahead, behind);
    this.reach = Math.sqrt(longer * longer + half * half);
    this.gyration = (this.numbers.driveTrack / 2) * (this.numbers.driveTrack / 2);
  }

  /** Forgets how far away things are, because the robot was put down elsewhere. */
  reset(): void {
    this.free = 0;
    this.touching = 0;
    this.touchingFront = 0;
    this.touchingBack = 0;
  }

  /** Whether something may be in reach after driving `travel` mm more and turning by `turn` rad. */
  @inline
  mayTouch(travel: f64, turn: f64): bool {
    this.free -= (travel < 0 ? -travel : travel) + this.reach * (turn < 0 ? -turn : turn);
    if (this.free > 0) return false;
    this.touching = 0;
    this.touchingFront = 0;
    this.touchingBack = 0;
    return this.world.solidEdges > 0;
  }

  /**
   * Finds the correction for a robot at (x, y) whose heading has this sine and cosine.
   * Returns whether there is one.
   */
  resolve(x: f64, y: f64, sine: f64, cosine: f64): bool {
    this.shiftX = this.shiftY = this.turn = 0;
    const clearance = this.clearance(x, y);
    if (clearance > 0) {
      this.free = clearance;
      return false;
    }
    this.free = 0;
    for (let sweep = 0; sweep < SWEEPS; sweep++) {
      // Small turns: the outline turned by the correction so far, to first order.
      const turn = this.turn;
      const c = cosine - turn * sine;
      const s = sine + turn * cosine;
      if (!this.sweep(x + this.shiftX, y + this.shiftY, s, c)) break;
    }
    if (this.touching > 0) return true;
    this.free = this.separation(x, y, sine, cosine);
    return false;
  }

  private clearance(x: f64, y: f64): f64 {
    const solid = this.world.solid;
    let nearest: f64 = Infinity;
    for (let i = 0; i < 4 * this.world.solidEdges; i += 4) {
      const ax = unchecked(solid[i]);
      const ay = unchecked(solid[i + 1]);
      const dx = unchecked(solid[i + 2]) - ax;
      const dy = unchecked(solid[i + 3]) - ay;
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
  private separation(x: f64, y: f64, s: f64, c: f64): f64 {
    const corners = this.corners;
    const world = this.world;
    const numbers = this.numbers;
    const solid = world.solid;
    let nearest: f64 = Infinity;
    for (let i = 0; i < 4 * this.world.solidEdges; i += 4) {
      const ax = unchecked(solid[i]) - x;
      const ay = unchecked(solid[i + 1]) - y;
      const dx = unchecked(solid[i + 2]) - unchecked(solid[i]);
      const dy = unchecked(solid[i + 3]) - unchecked(solid[i + 1]);
      const length = dx * dx + dy * dy;
      for (let k = 0; k < 8; k += 2) {
        const rx = c * unchecked(corners[k]) - s * unchecked(corners[k + 1]) - ax;
        const ry = s * unchecked(corners[k]) + c * unchecked(corners[k + 1]) - ay;
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
        const ox =
          px > numbers.bodyAhead
            ? px - numbers.bodyAhead
            : px < -numbers.bodyBehind
              ? -numbers.bodyBehind - px
              : 0;
        const half = numbers.bodyWidth / 2;
        const oy = py > half ? py - half : py < -half ? -half - py : 0;
        const squared = ox * ox + oy * oy;
        if (squared < nearest) nearest = squared;
      }
    }
    return Math.sqrt(nearest);
  }

  private sweep(x: f64, y: f64, s: f64, c: f64): bool {
    const corners = this.corners;
    const world = this.world;
    const numbers = this.numbers;
    const solid = world.solid;
    const before = this.touching;
    let touching = 0;
    let front = 0;
    let back = 0;
    for (let i = 0; i < 4 * this.world.solidEdges; i += 4) {
      const ax = unchecked(solid[i]) - x;
      const ay = unchecked(solid[i + 1]) - y;
      const bx = unchecked(solid[i + 2]) - x;
      const by = unchecked(solid[i + 3]) - y;
      const dx = bx - ax;
      const dy = by - ay;
      const length = Math.sqrt(dx * dx + dy * dy);
      if (length == 0) continue;
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
        const rx = c * unchecked(corners[k]) - s * unchecked(corners[k + 1]);
        const ry = s * unchecked(corners[k]) + c * unchecked(corners[k + 1]);
        const height = away + rx * nx + ry * ny;
        if (height >= 0) continue;
        // Where the way from the axle to the corner crosses the edge.
        const share = away / (away - height);
        const along = ((rx * share - ax) * dx + (ry * share - ay) * dy) / (length * length);
        if (along < 0 || along > 1) continue;
        this.push(rx, ry, nx, ny, -height);
        touching++;
        if (unchecked(corners[k]) > 0) front++;
        else back++;
      }
      for (let end = 0; end < 2; end++) {
        const ex = end == 0 ? ax : bx;
        const ey = end == 0 ? ay : by;
        const px = c * ex + s * ey;
        const py = -s * ex + c * ey;
        const half = numbers.bodyWidth / 2;
        const toFront = numbers.bodyAhead - px;
        const toBack = numbers.bodyBehind + px;
        const toLeft = half - py;
        const toRight = half + py;
        const depth = Math.min(Math.min(toFront, toBack), Math.min(toLeft, toRight));
        if (depth <= 0) continue;
        // The side that the end came through pushes the robot the other way.
        if (depth == toFront) {
          this.push(ex, ey, -c, -s, depth);
          front++;
        } else if (depth == toBack) {
          this.push(ex, ey, c, s, depth);
          back++;
        } else if (depth == toLeft) this.push(ex, ey, s, -c, depth);
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

  private push(rx: f64, ry: f64, nx: f64, ny: f64, depth: f64): void {
    const lever = rx * ny - ry * nx;
    const strength = depth / (1 + (lever * lever) / this.gyration);
    this.shiftX += strength * nx;
    this.shiftY += strength * ny;
    this.turn += (strength * lever) / this.gyration;
  }
}
