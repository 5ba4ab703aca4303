import { offsetFrom, zoneReach, type Zone } from '../../field/field.ts';
import { degrees, wrapAngle } from '../../mathematics/angle.ts';
import { compose } from '../../mathematics/pose.ts';
import { formatNumber, formatQuantity } from '../../mathematics/quantity.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import { nominalRun, type Experiment, type RunRecord } from '../../simulation/run.ts';
import { stepsOf } from '../../route/plan.ts';
import { say } from '../../language/say.ts';

/** A drift may take this share of a zone's reach, and of its heading tolerance. */
export const SHARE_OF_ZONE = 1 / 3;
/** Of the drifts from run to run, 19 of 20 are smaller than this many standard deviations. */
const NEARLY_ALL = 1.96;

/**
 * Whether the gyro's drift, as the setup knows it, can use up what a checkpoint's zone leaves for it:
 * a sentence for each step with a zone, by its number. The run is repeated with the largest drift that
 * 19 of 20 boots show and compared with the one as planned.
 */
export function driftChecks(experiment: Experiment, nominal: RunRecord): Map<number, string> {
  const { plan, field, trueParameters, estimated } = experiment;
  const says = new Map<number, string>();
  const largest = Math.abs(trueParameters.gyro.bias) + NEARLY_ALL * trueParameters.gyro.biasSpread;
  if (largest === 0) return says;
  const zoneOf = (modelId: string) => field.models.find(({ id }) => id === modelId)?.zone;
  const measured = stepsOf(plan.moves).flatMap(({ move }, step) => {
    const zone = move.kind === 'checkpoint' ? zoneOf(move.modelId) : undefined;
    return zone === undefined ? [] : [{ step, zone }];
  });
  if (measured.length === 0) return says;
  const drifting = nominalRun({
    ...experiment,
    trueParameters: withSetupValues(trueParameters, { 'gyro.bias': largest }),
  });
  const tool = { x: estimated.body.toolX, y: estimated.body.toolY, heading: 0 };
  const at = (run: RunRecord, step: number, zone: Zone) => {
    const record = run.moves[step];
    return record === undefined || record.ended === 'passed over'
      ? null
      : offsetFrom(zone, compose(record.end, tool));
  };
  for (const { step, zone } of measured) {
    const planned = at(nominal, step, zone);
    const drifted = at(drifting, step, zone);
    if (planned === null || drifted === null) continue;
    const away = Math.hypot(drifted.along - planned.along, drifted.left - planned.left);
    const turned = Math.abs(wrapAngle(drifted.turned - planned.turned));
    const tolerance = zone.headingTolerance;
    const costs = [
      ...(away > SHARE_OF_ZONE * zoneReach(zone) ? [formatQuantity(away, 'length', 0)] : []),
      ...(tolerance !== null && turned > SHARE_OF_ZONE * tolerance
        ? [say`${formatNumber(degrees(turned), 1)}° of heading`]
        : []),
    ];
    if (costs.length === 0) continue;
    says.set(
      step,
      say`The drift budget is spent: ${formatNumber(degrees(largest), 2)}°/s, as this gyro can drift, costs ${costs.join(say` and `)} here. Settle and zero, or square up, on the way.`,
    );
  }
  return says;
}
