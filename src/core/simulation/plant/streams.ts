/** The finaliser of MurmurHash3 (public domain): spreads neighbouring integers over 32 bits. */
function mix(value: i32): i32 {
  let hash = <u32>value;
  hash = (hash ^ (hash >> 16)) * 0x85ebca6b;
  hash = (hash ^ (hash >> 13)) * 0xc2b2ae35;
  return <i32>(hash ^ (hash >> 16));
}

/** Layers of the ziggurat, where its tail begins, and the area of each layer. */
const LAYERS: i32 = 128;
const TAIL: f64 = 3.442619855899;
const AREA: f64 = 9.91256303526217e-3;
/** Right ends of the layers, and the height of the bell at each; the bottom layer holds the tail. */
const ENDS = new StaticArray<f64>(LAYERS + 1);
const HEIGHTS = new StaticArray<f64>(LAYERS + 1);
ENDS[0] = AREA / Math.exp(-0.5 * TAIL * TAIL);
ENDS[1] = TAIL;
for (let layer = 2; layer < LAYERS; layer++) {
  const end = ENDS[layer - 1];
  ENDS[layer] = Math.sqrt(-2 * Math.log(AREA / end + Math.exp(-0.5 * end * end)));
}
for (let layer = 0; layer <= LAYERS; layer++) {
  HEIGHTS[layer] = Math.exp(-0.5 * ENDS[layer] * ENDS[layer]);
}

/**
 * One stream of random numbers: xoroshiro128+ (Blackman and Vigna, 2018), the same numbers as those of
 * core/mathematics/randomness.ts for the same seed, run and purpose (tested).
 */
@final
export class Stream {
  private s0: u64 = 0;
  private s1: u64 = 0;

  seed(seed: i32, run: i32, purpose: i32): void {
    const state = mix(mix(mix(seed) ^ run) ^ (purpose * <i32>0x9e3779b9));
    this.s0 = 0xffffffff00000000 | (<u64>~(<u32>state));
    this.s1 = (<u64>(<u32>state)) << 32;
    // A fresh state still shows the seed in its first numbers.
    for (let i = 0; i < 16; i++) this.next();
  }

  private next(): u32 {
    const s0 = this.s0;
    const s1 = this.s1;
    const mixed = s1 ^ s0;
    this.s0 = rotl<u64>(s0, 24) ^ mixed ^ (mixed << 16);
    this.s1 = rotl<u64>(mixed, 37);
    return <u32>(s0 + s1);
  }

  /** Uniform in [0, 1). */
  uniform(): f64 {
    return <f64>this.next() / 4294967296;
  }

  /** Standard normal, by the ziggurat that is described in core/mathematics/randomness.ts. */
  normal(): f64 {
    while (true) {
      const bits = <i32>this.next();
      const layer = <i32>((<u32>bits) >> 25);
      // 25 bits with sign, in the middle of their step so that neither side is favoured.
      const place = (<f64>((bits << 7) >> 7) + 0.5) / 16777216;
      const value = place * unchecked(ENDS[layer]);
      const size = Math.abs(value);
      if (size < unchecked(ENDS[layer + 1])) return value;
      if (layer == 0) return this.beyond(value < 0);
      const low = unchecked(HEIGHTS[layer]);
      const height = low + this.uniform() * (unchecked(HEIGHTS[layer + 1]) - low);
      if (height < Math.exp(-0.5 * size * size)) return value;
    }
  }

  private beyond(negative: bool): f64 {
    let beyond: f64 = 0;
    let height: f64 = 0;
    do {
      beyond = -Math.log(1 - this.uniform()) / TAIL;
      height = -Math.log(1 - this.uniform());
    } while (2 * height < beyond * beyond);
    return negative ? -TAIL - beyond : TAIL + beyond;
  }
}

/**
 * The randomness of one run. Every purpose has a stream of its own, so that two variants of a route see
 * the same put-down, the same battery and the same ground even when one of them asks a sensor more often:
 * common random numbers.
 */
@final
export class Streams {
  placement: Stream = new Stream();
  power: Stream = new Stream();
  gyro: Stream = new Stream();
  gyroNoise: Stream = new Stream();
  range: Stream = new Stream();
  rangeDropout: Stream = new Stream();
  ground: Stream = new Stream();
  bump: Stream = new Stream();
  light: Stream = new Stream();
  contact: Stream = new Stream();
  gyroWalk: Stream = new Stream();

  /** The streams of run number `run` under a seed. */
  seed(seed: i32, run: i32): void {
    this.placement.seed(seed, run, 1);
    this.power.seed(seed, run, 2);
    this.gyro.seed(seed, run, 3);
    this.gyroNoise.seed(seed, run, 4);
    this.range.seed(seed, run, 5);
    this.rangeDropout.seed(seed, run, 6);
    this.ground.seed(seed, run, 7);
    this.bump.seed(seed, run, 8);
    this.light.seed(seed, run, 21);
    this.contact.seed(seed, run, 22);
    this.gyroWalk.seed(seed, run, 23);
  }
}
