import exp from '@stdlib/math-base-special-exp';
import ln from '@stdlib/math-base-special-ln';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { RandomGenerator } from 'pure-rand/types/RandomGenerator';

/** Draws standard normal or uniform [0, 1) numbers. */
export type Draw = () => number;

/**
 * The randomness of one run. Every purpose has a stream of its own, so that two variants of a
 * route see the same put-down, the same battery and the same ground even when one of them asks a
 * sensor more often: common random numbers.
 */
export interface RunRandomness {
  placement: Draw;
  power: Draw;
  gyro: Draw;
  gyroNoise: Draw;
  range: Draw;
  rangeDropout: Draw;
  ground: Draw;
  bump: Draw;
  phase: Draw;
  light: Draw;
  contact: Draw;
}

/**
 * The streams of run number `run` under a seed. They depend on nothing else, so a forecast is the
 * same however many workers share its runs.
 */
export function runRandomness(seed: number, run: number): RunRandomness {
  const normal = (purpose: number) => standardNormal(stream(seed, run, purpose));
  return {
    placement: normal(1),
    power: normal(2),
    gyro: normal(3),
    gyroNoise: normal(4),
    range: normal(5),
    rangeDropout: uniform(seed, run, 6),
    ground: normal(7),
    bump: uniform(seed, run, 8),
    phase: uniform(seed, run, 9),
    light: normal(21),
    contact: normal(22),
  };
}

/** A seeded source of uniform numbers in [0, 1), one stream for each (run, purpose). */
export function uniform(seed: number, run = 0, purpose = 0): Draw {
  return uniformFrom(stream(seed, run, purpose));
}

/** A seeded source of standard normal numbers. */
export function normal(seed: number, run = 0, purpose = 0): Draw {
  return standardNormal(stream(seed, run, purpose));
}

function stream(seed: number, run: number, purpose: number): RandomGenerator {
  const generator = xoroshiro128plus(mix(mix(mix(seed) ^ run) ^ Math.imul(purpose, 0x9e3779b9)));
  // A fresh state still shows the seed in its first numbers.
  for (let i = 0; i < 16; i++) generator.next();
  return generator;
}

function uniformFrom(generator: RandomGenerator): Draw {
  return () => (generator.next() >>> 0) / 4294967296;
}

/** Layers of the ziggurat, where its tail begins, and the area of each layer. */
const LAYERS = 128;
const TAIL = 3.442619855899;
const AREA = 9.91256303526217e-3;
/** Right ends of the layers, and the height of the bell at each; the bottom layer holds the tail. */
const ENDS = new Float64Array(LAYERS + 1);
const HEIGHTS = new Float64Array(LAYERS + 1);
ENDS[0] = AREA / exp(-0.5 * TAIL * TAIL);
ENDS[1] = TAIL;
for (let layer = 2; layer < LAYERS; layer++) {
  const end = ENDS[layer - 1]!;
  ENDS[layer] = Math.sqrt(-2 * ln(AREA / end + exp(-0.5 * end * end)));
}
for (let layer = 0; layer <= LAYERS; layer++) {
  HEIGHTS[layer] = exp(-0.5 * ENDS[layer]! * ENDS[layer]!);
}

/**
 * Standard normal numbers from uniform ones by the ziggurat of Marsaglia and Tsang (2000): nearly
 * always one uniform number and one product, which is what a forecast spends much of its time on. It
 * stands here and is not taken from a package because those at hand use Math.log, whose last digit
 * the language leaves to the engine: a run would not be the same in the browser and on the server.
 * One 32-bit number gives the layer by its first seven bits and the place in it by the others, which
 * share nothing (Doornik's objection to the first form).
 */
function standardNormal(generator: RandomGenerator): Draw {
  const draw = uniformFrom(generator);
  return () => {
    for (;;) {
      const bits = generator.next() | 0;
      const layer = bits >>> 25;
      // 25 bits with sign, in the middle of their step so that neither side is favoured.
      const place = (((bits << 7) >> 7) + 0.5) / 16777216;
      const value = place * ENDS[layer]!;
      const size = value < 0 ? -value : value;
      if (size < ENDS[layer + 1]!) return value;
      if (layer === 0) {
        let beyond = 0;
        let height = 0;
        do {
          beyond = -ln(1 - draw()) / TAIL;
          height = -ln(1 - draw());
        } while (2 * height < beyond * beyond);
        return value < 0 ? -TAIL - beyond : TAIL + beyond;
      }
      const low = HEIGHTS[layer]!;
      if (low + draw() * (HEIGHTS[layer + 1]! - low) < exp(-0.5 * size * size)) return value;
    }
  };
}

/** The finaliser of MurmurHash3 (public domain): spreads neighbouring integers over 32 bits. */
function mix(value: number): number {
  let hash = value | 0;
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return (hash ^ (hash >>> 16)) | 0;
}
