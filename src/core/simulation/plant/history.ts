import { HISTORY_LENGTH } from './settings';
import { State } from './state';

/** What is kept of a moment. */
export enum Past {
  X,
  Y,
  Heading,
  Gyro,
}

/** How many quantities are kept of a moment. */
const QUANTITIES: i32 = 4;
const MASK: i32 = HISTORY_LENGTH - 1;

/**
 * Where the robot was a little while ago, for sensors that tell late. A ring that is written in
 * place; a quantity at an earlier time is linear between the states around it.
 */
@final
export class History {
  private readonly times: StaticArray<f64> = new StaticArray<f64>(HISTORY_LENGTH);
  private readonly quantities: StaticArray<f64> = new StaticArray<f64>(QUANTITIES * HISTORY_LENGTH);
  private newest: i32 = 0;
  /** How many moments are known. */
  private known: i32 = 0;
  /** The two moments around the time that was looked for last, and where between them it lies. */
  private earlier: i32 = 0;
  private later: i32 = 0;
  private share: f64 = 0;

  /** Forgets everything: nothing older than the next moment is known. */
  clear(): void {
    this.known = 0;
  }

  @inline
  remember(state: State): void {
    // What is changed before the robot sets off has always been so.
    if (state.time == 0) this.known = 0;
    const slot = (this.newest + 1) & MASK;
    this.newest = slot;
    if (this.known < HISTORY_LENGTH) this.known++;
    unchecked((this.times[slot] = state.time));
    const quantities = this.quantities;
    const at = slot * QUANTITIES;
    unchecked((quantities[at + Past.X] = state.x));
    unchecked((quantities[at + Past.Y] = state.y));
    unchecked((quantities[at + Past.Heading] = state.heading));
    unchecked((quantities[at + Past.Gyro] = state.gyroAngle));
  }

  /** Adds to a quantity in all that is remembered, as when the gyro is reset. */
  shift(quantity: Past, change: f64): void {
    for (let slot = 0; slot < HISTORY_LENGTH; slot++) {
      unchecked((this.quantities[slot * QUANTITIES + quantity] += change));
    }
  }

  /** Finds the moments around an earlier time, s; the oldest that is known when it is older than that. */
  lookBack(time: f64): void {
    const times = this.times;
    let later = this.newest;
    for (let left = this.known; left > 1; left--) {
      const earlier = (later - 1) & MASK;
      const from = unchecked(times[earlier]);
      if (from <= time) {
        const to = unchecked(times[later]);
        this.earlier = earlier;
        this.later = later;
        this.share = time >= to ? 1 : (time - from) / (to - from);
        return;
      }
      later = earlier;
    }
    this.earlier = this.later = later;
    this.share = 0;
  }

  /** A quantity at the time that was looked for last. */
  @inline
  was(quantity: Past): f64 {
    const before = unchecked(this.quantities[this.earlier * QUANTITIES + quantity]);
    const after = unchecked(this.quantities[this.later * QUANTITIES + quantity]);
    return before + this.share * (after - before);
  }
}
