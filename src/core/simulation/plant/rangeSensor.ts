import { cosine, direct, Direction, sine } from './direction';
import { History, Past } from './history';
import { nearestInCone } from './ray';
import { State } from './state';
import { Streams } from './streams';
import { World } from './world';

/** A range sensor: late, with a cone, noise and readings that are missing. */
@final
export class RangeSensor {
  /** Where it sits from the middle of the axle, mm, and where it looks, rad. */
  x: f64 = 0;
  y: f64 = 0;
  heading: f64 = 0;
  /** mm, mm and rad. */
  offset: f64 = 0;
  noise: f64 = 0;
  coneHalfAngle: f64 = 0;
  /** s, mm, mm, and a chance. */
  latency: f64 = 0;
  shortest: f64 = 0;
  longest: f64 = 0;
  dropoutChance: f64 = 0;
  /** The edges of its cone, from the robot's heading; and where they lay on the field when it looked last. */
  private readonly toLow: Direction = new Direction();
  private readonly toHigh: Direction = new Direction();
  private readonly low: Direction = new Direction();
  private readonly high: Direction = new Direction();
  /** Readings that were missing in this run. */
  dropouts: i32 = 0;

  constructor(
    private readonly world: World,
    private readonly state: State,
    private readonly history: History,
    private readonly streams: Streams,
  ) {}

  /** Works out what follows from its numbers. */
  assemble(): void {
    this.toLow.pointTo(this.heading - this.coneHalfAngle);
    this.toHigh.pointTo(this.heading + this.coneHalfAngle);
  }

  /** What it reports now, mm; Infinity when it sees nothing or drops out. */
  read(noisy: bool): f64 {
    const history = this.history;
    const world = this.world;
    history.lookBack(this.state.time - this.latency);
    direct(history.was(Past.Heading));
    this.low.turn(this.toLow);
    this.high.turn(this.toHigh);
    const distance = nearestInCone(
      world.seen,
      world.seenEdges,
      history.was(Past.X) + cosine * this.x - sine * this.y,
      history.was(Past.Y) + sine * this.x + cosine * this.y,
      this.low,
      this.high,
    );
    if (noisy && this.streams.rangeDropout.uniform() < this.dropoutChance) {
      this.dropouts++;
      return Infinity;
    }
    if (distance > this.longest) return Infinity;
    const noise = noisy ? this.noise * this.streams.range.normal() : 0;
    return Math.max(this.shortest, distance) + this.offset + noise;
  }
}
