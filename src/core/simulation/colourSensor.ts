import type { RunRandomness } from '../mathematics/randomness.ts';
import { colourNamed, rgbOf, type ColourClass, type Rgb } from '../robot/colours.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { COSINE, SINE, X, Y } from './plantState.ts';
import { coverOf, LINE_NUMBERS, type World } from './world.ts';

/** The sensor that sees the colour of the ground. It reads over a named colour what its robot's classes say. */
export class ColourSensor {
  /** null for a sensor without noise. */
  randomness: RunRandomness | null = null;
  private readonly ground: Rgb;
  /** One a piece of line. */
  private readonly pieces: Rgb[];

  constructor(
    private readonly parameters: RobotParameters,
    private readonly world: World,
    private readonly state: Float64Array,
  ) {
    const { colours, light } = parameters;
    this.ground = rgbOfName(colours, world.ground, light.light);
    // A line whose colour nobody named is grey, as light as it reflects.
    this.pieces = world.colours.map((name, piece) => {
      const reflectance = world.lines[piece * LINE_NUMBERS + 5]!;
      return rgbOfName(colours, name, light.dark + (light.light - light.dark) * reflectance);
    });
  }

  /** What the sensor reports now, shares of 1. */
  read(): Rgb {
    const { colour } = this.parameters;
    const { lines } = this.world;
    const sine = this.state[SINE]!;
    const cosine = this.state[COSINE]!;
    const x = this.state[X]! + cosine * colour.x - sine * colour.y;
    const y = this.state[Y]! + sine * colour.x + cosine * colour.y;
    let covered = 0;
    let seen = this.ground;
    this.pieces.forEach((piece, i) => {
      const cover = coverOf(lines, i * LINE_NUMBERS, x, y, colour.spot);
      if (cover <= covered) return;
      covered = cover;
      seen = piece;
    });
    const channel = (name: keyof Rgb) => {
      const noise = this.randomness === null ? 0 : colour.noise * this.randomness.light();
      const share = this.ground[name] + covered * (seen[name] - this.ground[name]) + noise;
      return share < 0 ? 0 : share > 1 ? 1 : share;
    };
    return { red: channel('red'), green: channel('green'), blue: channel('blue') };
  }
}

function rgbOfName(classes: readonly ColourClass[], name: string | null, grey: number): Rgb {
  const known = name === null ? undefined : colourNamed(classes, name);
  return known === undefined ? { red: grey, green: grey, blue: grey } : rgbOf(known.middle);
}
