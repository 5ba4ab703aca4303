import { scaleLinear } from 'd3-scale';

/** Round seconds for the axis of a run that lasts `duration` seconds, the end left free. */
export function ticks(duration: number): number[] {
  return scaleLinear()
    .domain([0, duration])
    .ticks(8)
    .filter((at) => Number.isInteger(at) && at < 0.98 * duration);
}
