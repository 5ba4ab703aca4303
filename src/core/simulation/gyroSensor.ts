import type { RunRandomness } from '../mathematics/randomness.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { PAST_GYRO, type History } from './history.ts';
import { GYRO_ANGLE, TIME } from './plantState.ts';

/** Time over which the gyro takes its rate, s. */
const RATE_TIME = 0.01;

/** What the gyro reports of the angle that it has summed up. */
export class GyroSensor {
  /** null for a gyro without noise and rounding. */
  randomness: RunRandomness | null = null;

  constructor(
    private readonly gyro: RobotParameters['gyro'],
    private readonly state: Float64Array,
    private readonly history: History,
  ) {}

  /** Heading since the reset as the gyro reports it now: late, noisy, rounded; rad, not wrapped. */
  heading(): number {
    const delayed = this.history.at(PAST_GYRO, this.state[TIME]! - this.gyro.latency);
    if (this.randomness === null) return delayed;
    const noisy = delayed + this.gyro.noise * this.randomness.gyroNoise();
    const { step } = this.gyro;
    return step > 0 ? step * Math.round(noisy / step) : noisy;
  }

  /** Turning rate as the gyro reports it now, rad/s: late, and with the noise of two readings. */
  rate(): number {
    const { latency, noise, scale } = this.gyro;
    const when = this.state[TIME]! - latency;
    const turned = this.history.at(PAST_GYRO, when) - this.history.at(PAST_GYRO, when - RATE_TIME);
    const random = this.randomness === null ? 0 : this.randomness.gyroNoise();
    return turned / RATE_TIME + scale * noise * random;
  }

  /** Sets the heading that the gyro reports to 0, as a program's reset does. */
  reset(): void {
    this.history.shift(PAST_GYRO, -this.state[GYRO_ANGLE]!);
    this.state[GYRO_ANGLE] = 0;
  }
}
