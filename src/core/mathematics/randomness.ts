import exp from '@stdlib/math-base-special-exp';
import ln from '@stdlib/math-base-special-ln';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { RandomGenerator } from 'pure-rand/types/RandomGenerator';

/** Draws standard normal or uniform [0, 1) numbers. */
export type Draw = () => number;

/** Which run it is: everything that chance gives a run follows from these two. */
export interface RunSeed {
  seed: number;
  run: number;
}

/** The stream of the waits before a move's first tick; simulation/plant/streams.ts has the plant's own. */
const PHASE = 9;

/** The wait before each move's first tick, as shares of the loop period. */
export function phasesOf({ seed, run }: RunSeed): Draw {
  return uniform(seed, run, PHASE);
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
 * always one uniform number and one product. It stands here and is not taken from a package because
 * those at hand use Math.log, whose last digit the language leaves to the engine: a run would not be the
 * same in the browser and on the server. The compiled plant draws in the same way.
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
