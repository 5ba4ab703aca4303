import normalCdf from '@stdlib/stats-base-dists-normal-cdf';

/** Phases of the loop over which the mean is taken. */
const PHASES = 16;

/** Where a robot stops that waits for a reading. */
interface FirstPassage {
  /** Mean place beyond the mark; negative is early. */
  mean: number;
  /** Standard deviation. */
  spread: number;
  /** How much sooner than without noise it is on average, never negative. */
  early: number;
}

/**
 * Where a robot stops that looks every `step` mm for the first reading beyond a mark, when each reading has normal
 * noise. Without noise it is half a step late on average, with a spread of step/√12; much noise makes it stop early
 * at a chance reading, so that the spread grows more slowly than the noise.
 *
 * @param noise standard deviation of a reading, in the unit of the step
 */
export function firstPassage(noise: number, step: number): FirstPassage {
  if (noise <= 0) return { mean: step / 2, spread: step / Math.sqrt(12), early: 0 };
  const reach = Math.ceil((6 * noise) / step) + 1;
  let sum = 0;
  let squares = 0;
  for (let phase = 0; phase < PHASES; phase++) {
    let going = 1;
    for (let look = -reach; look <= reach && going > 1e-12; look++) {
      const place = (look + (phase + 0.5) / PHASES) * step;
      const stops = going * normalCdf(place, 0, noise);
      going -= stops;
      sum += stops * place;
      squares += stops * place * place;
    }
  }
  const mean = sum / PHASES;
  return {
    mean,
    spread: Math.sqrt(squares / PHASES - mean * mean),
    early: Math.max(0, step / 2 - mean),
  };
}
