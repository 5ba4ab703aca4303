import ln from '@stdlib/math-base-special-ln';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

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
  const normal = (purpose: number) => standardNormal(uniform(seed, run, purpose));
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
  const generator = xoroshiro128plus(mix(mix(mix(seed) ^ run) ^ Math.imul(purpose, 0x9e3779b9)));
  // A fresh state still shows the seed in its first numbers.
  for (let i = 0; i < 16; i++) generator.next();
  return () => (generator.next() >>> 0) / 4294967296;
}

/** A seeded source of standard normal numbers. */
export function normal(seed: number, run = 0, purpose = 0): Draw {
  return standardNormal(uniform(seed, run, purpose));
}

/**
 * Standard normal numbers from uniform ones by Marsaglia's polar method. It stands here and is not
 * taken from a package because those at hand use Math.log, whose last digit the language leaves to
 * the engine: a run would not be the same in the browser and on the server.
 */
function standardNormal(draw: Draw): Draw {
  let spare = 0;
  let scale = 0;
  let kept = false;
  return () => {
    kept = !kept;
    if (!kept) return spare * scale;
    let square = 0;
    let first = 0;
    do {
      spare = 2 * draw() - 1;
      first = 2 * draw() - 1;
      square = spare * spare + first * first;
    } while (square === 0 || square > 1);
    scale = Math.sqrt((-2 * ln(square)) / square);
    return first * scale;
  };
}

/** The finaliser of MurmurHash3 (public domain): spreads neighbouring integers over 32 bits. */
function mix(value: number): number {
  let hash = value | 0;
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return (hash ^ (hash >>> 16)) | 0;
}
