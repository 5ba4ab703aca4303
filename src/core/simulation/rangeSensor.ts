import { direction } from '../mathematics/direction.ts';
import type { RunRandomness } from '../mathematics/randomness.ts';
import { nearestInCone, type PackedSegments } from '../mathematics/ray.ts';
import type { RangeSensor as RangeParameters } from '../robot/parameters.ts';
import { PAST_HEADING, PAST_X, PAST_Y, type History } from './history.ts';
import { TIME } from './plantState.ts';

/** A range sensor: late, with a cone, noise and readings that are missing. */
export class RangeSensor {
  /** Readings that were missing in this run. */
  dropouts = 0;
  /** null for a sensor without noise that never misses. */
  randomness: RunRandomness | null = null;
  /** Sine and cosine that were asked for last. */
  private readonly turned = new Float64Array(2);

  constructor(
    private readonly sensor: RangeParameters,
    private readonly seen: PackedSegments,
    private readonly state: Float64Array,
    private readonly history: History,
  ) {}

  /** What it reports now, mm; Infinity when it sees nothing or drops out. */
  read(): number {
    const { sensor } = this;
    const when = this.state[TIME]! - sensor.latency;
    const heading = this.history.at(PAST_HEADING, when);
    direction(heading, this.turned);
    const sine = this.turned[0]!;
    const cosine = this.turned[1]!;
    const distance = nearestInCone(
      this.seen,
      this.history.at(PAST_X, when) + cosine * sensor.x - sine * sensor.y,
      this.history.at(PAST_Y, when) + sine * sensor.x + cosine * sensor.y,
      heading + sensor.heading,
      sensor.coneHalfAngle,
    );
    if (this.randomness !== null && this.randomness.rangeDropout() < sensor.dropoutChance) {
      this.dropouts++;
      return Infinity;
    }
    if (distance > sensor.longest) return Infinity;
    const noise = this.randomness === null ? 0 : sensor.noise * this.randomness.range();
    return Math.max(sensor.shortest, distance) + sensor.offset + noise;
  }
}
