import { formatQuantity } from '../../mathematics/quantity.ts';
import { dampingRatio, recommendedEdgeGain } from '../../robot/edgeFollowing.ts';
import { say } from '../../language/say.ts';

/** Whether a robot that follows something weaves with any gain at a speed, mm/s: in sentences. */
export function followingChecks(lead: number, delay: number, speed: number): string[] {
  const gain = recommendedEdgeGain(lead, speed, delay);
  return dampingRatio({ lead, speed, gain, delay }) > 0.1
    ? []
    : [
        say`The sensor sits ${formatQuantity(lead, 'length', 0)} ahead of the axle, and at this speed the delay uses that up: it weaves with any gain. Drive slower than ${formatQuantity(lead / delay / 4, 'speed', 0)}, or move the sensor forward.`,
      ];
}
