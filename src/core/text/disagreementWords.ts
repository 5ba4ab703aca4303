import type { Disagreement } from '../analysis/moves/disagreements.ts';
import { degrees } from '../mathematics/angle.ts';
import { formatNumber, formatQuantity } from '../mathematics/quantity.ts';
import { say } from '../language/say.ts';

/** A finding where the robot's own sensors say something else than the camera saw, as a sentence. */
export function disagreementSentence(
  { of, hub, camera, difference, runs }: Disagreement,
  position: number,
): string {
  const half = (difference.high - difference.low) / 2;
  if (of === 'turn')
    return say`Move ${position + 1}: the gyro says ${formatNumber(Math.abs(degrees(hub)), 1)}° where the camera saw ${formatNumber(Math.abs(degrees(camera)), 1)}°, ${formatNumber(Math.abs(degrees(difference.value)), 1)} ± ${formatNumber(degrees(half), 1)}° apart in ${runs} runs. Check the gyro’s scale on the bench.`;
  return say`Move ${position + 1}: the motors say ${formatQuantity(hub, 'length', 1)} where the camera saw ${formatQuantity(camera, 'length', 1)}, ${formatNumber(Math.abs(difference.value), 1)} ± ${formatQuantity(half, 'length', 1)} apart in ${runs} runs: the wheels slip, or their diameter is another.`;
}
