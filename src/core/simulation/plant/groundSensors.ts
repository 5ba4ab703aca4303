import { RobotNumbers } from './numbers';
import { State } from './state';
import { Streams } from './streams';
import { World } from './world';

/** The sensors that look at the ground: two for light and one for colour. */
@final
export class GroundSensors {
  /** What the colour sensor saw last, shares of 1. */
  red: f64 = 0;
  green: f64 = 0;
  blue: f64 = 0;

  constructor(
    private readonly numbers: RobotNumbers,
    private readonly world: World,
    private readonly state: State,
    private readonly streams: Streams,
  ) {}

  /** Reflected light under the first or the second light sensor, a share of 1. */
  light(first: bool, noisy: bool): f64 {
    const numbers = this.numbers;
    const state = this.state;
    const x = first ? numbers.lightFirstX : numbers.lightSecondX;
    const y = first ? numbers.lightFirstY : numbers.lightSecondY;
    const reflected = this.world.reflectanceAt(
      state.x + state.cosine * x - state.sine * y,
      state.y + state.sine * x + state.cosine * y,
      numbers.lightSpot,
    );
    const noise = noisy ? numbers.lightNoise * this.streams.light.normal() : 0;
    return numbers.lightDark + (numbers.lightLight - numbers.lightDark) * reflected + noise;
  }

  /** Looks at the colour of the ground. */
  seeColour(noisy: bool): void {
    const numbers = this.numbers;
    const state = this.state;
    const world = this.world;
    const x = state.x + state.cosine * numbers.colourX - state.sine * numbers.colourY;
    const y = state.y + state.sine * numbers.colourX + state.cosine * numbers.colourY;
    let covered: f64 = 0;
    let seen = -1;
    for (let piece = 0; piece < world.pieces; piece++) {
      const cover = world.coverOf(piece, x, y, numbers.colourSpot);
      if (cover <= covered) continue;
      covered = cover;
      seen = piece;
    }
    this.red = this.channel(0, seen, covered, noisy);
    this.green = this.channel(1, seen, covered, noisy);
    this.blue = this.channel(2, seen, covered, noisy);
  }

  private channel(channel: i32, piece: i32, covered: f64, noisy: bool): f64 {
    const ground = this.world.colourOf(-1, channel);
    const noise = noisy ? this.numbers.colourNoise * this.streams.light.normal() : 0;
    const share = ground + covered * (this.world.colourOf(piece, channel) - ground) + noise;
    return Math.max(0, Math.min(1, share));
  }
}
