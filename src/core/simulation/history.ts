import { HISTORY_LENGTH } from './settings.ts';

/** What the history keeps of each moment. */
export const PAST_X = 0;
export const PAST_Y = 1;
export const PAST_HEADING = 2;
export const PAST_GYRO = 3;

/**
 * Where the robot was a little while ago, for sensors that tell late. A ring that is written in
 * place; a quantity at an earlier time is linear between the states around it.
 */
export class History {
  private readonly times = new Float64Array(HISTORY_LENGTH);
  private readonly quantities = [
    new Float64Array(HISTORY_LENGTH),
    new Float64Array(HISTORY_LENGTH),
    new Float64Array(HISTORY_LENGTH),
    new Float64Array(HISTORY_LENGTH),
  ] as const;
  private newest = 0;

  /** Forgets everything: nothing older than the next moment is known. */
  clear(): void {
    this.times.fill(0);
  }

  remember(time: number, x: number, y: number, heading: number, gyro: number): void {
    const slot = (this.newest + 1) & (HISTORY_LENGTH - 1);
    this.newest = slot;
    this.times[slot] = time;
    this.quantities[PAST_X][slot] = x;
    this.quantities[PAST_Y][slot] = y;
    this.quantities[PAST_HEADING][slot] = heading;
    this.quantities[PAST_GYRO][slot] = gyro;
  }

  /** Adds to a quantity in all that is remembered, as when the gyro is reset. */
  shift(quantity: 0 | 1 | 2 | 3, change: number): void {
    const values = this.quantities[quantity];
    for (let i = 0; i < HISTORY_LENGTH; i++) values[i]! += change;
  }

  /** A quantity at an earlier time, s; the oldest that is known when it is older than that. */
  at(quantity: 0 | 1 | 2 | 3, time: number): number {
    const { times } = this;
    const values = this.quantities[quantity];
    let later = this.newest;
    for (let i = 0; i < HISTORY_LENGTH - 1; i++) {
      const earlier = (later - 1) & (HISTORY_LENGTH - 1);
      const from = times[earlier]!;
      const to = times[later]!;
      // Slots that were never written, or the start: nothing older is known.
      if (from > to || (from === 0 && to === 0)) break;
      if (from <= time) {
        const share = to > from ? (time >= to ? 1 : (time - from) / (to - from)) : 1;
        return values[earlier]! + share * (values[later]! - values[earlier]!);
      }
      later = earlier;
    }
    return values[later]!;
  }
}
