import type { RunRandomness } from '../mathematics/randomness.ts';
import type { LightPlace, RobotParameters } from '../robot/parameters.ts';
import { COSINE, SINE, X, Y } from './plantState.ts';
import { reflectanceAt } from './world.ts';

/** The two light sensors that look at the ground. */
export class LightSensors {
  /** null for sensors without noise. */
  randomness: RunRandomness | null = null;

  constructor(
    private readonly light: RobotParameters['light'],
    private readonly lines: Float64Array,
    private readonly state: Float64Array,
  ) {}

  /** Reflected light under a light sensor, a share of 1. */
  read(place: LightPlace): number {
    const { light } = this;
    const x = place === 'first' ? light.firstX : light.secondX;
    const y = place === 'first' ? light.firstY : light.secondY;
    const sine = this.state[SINE]!;
    const cosine = this.state[COSINE]!;
    const reflected = reflectanceAt(
      this.lines,
      this.state[X]! + cosine * x - sine * y,
      this.state[Y]! + sine * x + cosine * y,
      light.spot,
    );
    const noise = this.randomness === null ? 0 : light.noise * this.randomness.light();
    return light.dark + (light.light - light.dark) * reflected + noise;
  }
}
