import { formatNumber } from '../../mathematics/quantity.ts';
import { holdDelay, natureOfHold, recommendedHoldGain } from '../../robot/headingControl.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import { gainPercentPerDegree, powerPerRate } from '../power.ts';
import { say } from '../../language/say.ts';

/** Whether a robot that is held by gyro or encoders weaves: in sentences. */
export function holdChecks(
  hold: 'gyro' | 'encoders',
  gain: number,
  setup: RobotParameters,
): string[] {
  const nature = natureOfHold(gain / powerPerRate(setup), holdDelay(setup, hold));
  if (nature !== 'unstable') return [];
  const better = gainPercentPerDegree(recommendedHoldGain(setup, hold) * powerPerRate(setup));
  return [
    say`The steering is too strong for the robot’s delay: it weaves more and more. ${formatNumber(better, 2)} % per degree is steady.`,
  ];
}
