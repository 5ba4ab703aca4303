import type { CameraRun } from '../../../core/camera/liveWatch.ts';
import { offsetWords } from '../../../core/formats/runLine.ts';
import { relativeTo, type Pose } from '../../../core/mathematics/pose.ts';
import { startPose } from '../../../core/simulation/run.ts';
import { offsetFrom, scores, type Field } from '../../../core/field/field.ts';
import { degrees } from '../../../core/mathematics/angle.ts';
import { poseAtCheckpoint } from '../../../core/camera/poseAtCheckpoint.ts';
import { formatNumber, formatQuantity } from '../../../core/mathematics/quantity.ts';
import type { Body } from '../../../core/robot/parameters.ts';
import { toolPose } from '../../../core/robot/toolPose.ts';
import type { Checkpoint } from '../../../core/route/checkpoints.ts';
import type { RoutePlan } from '../../../core/route/plan.ts';
import { modelAt } from '../runEntry.ts';
import type { RunContent } from '../useRunLog.ts';
import { say } from '../../../core/language/say.ts';

/** 19 of 20 errors are smaller than so many standard deviations. */
const NINETEEN_OF_TWENTY = 1.96;

/** How well a camera knows where a robot stood: in 19 of 20 cases within so much, mm and rad. */
function within(covariance: CameraRun['covariance']): { place: number; heading: number } {
  const [x, y, heading] = covariance.map((row, i) => Math.sqrt(row[i]!)) as [
    number,
    number,
    number,
  ];
  return {
    place: NINETEEN_OF_TWENTY * Math.max(x, y),
    heading: NINETEEN_OF_TWENTY * heading,
  };
}

/** The same in words. */
export function withinWords(covariance: CameraRun['covariance']): string {
  const { place, heading } = within(covariance);
  return say`± ${formatQuantity(place, 'length', 1)}, ± ${formatNumber(degrees(heading), 1)}°`;
}

/** A run that a camera saw, as it is logged. */
export function contentOfSeen(
  run: CameraRun,
  plan: RoutePlan,
  field: Field,
  body: Body,
  checkpoints: readonly Checkpoint[],
  noted: Pick<RunContent, 'battery' | 'gyroAt' | 'jig'>,
  setAside: string | null,
): RunContent {
  const at = checkpoints.map((checkpoint) => {
    const { id, zone } = modelAt(field, checkpoint);
    const pose = poseAtCheckpoint(run.seen, plan, checkpoint.id);
    const offset = pose === null ? null : offsetFrom(zone, toolPose(body, pose));
    return { checkpointId: checkpoint.id, modelId: id, zone, offset };
  });
  return {
    measurements: at.flatMap(({ checkpointId, offset }) =>
      offset === null ? [] : [{ checkpointId, ...offset }],
    ),
    outcomes: at.flatMap(({ modelId, zone, offset }) =>
      offset === null ? [] : [{ modelId, hit: scores(zone, offset), points: null }],
    ),
    ...noted,
    seconds: Number((run.to - run.from).toFixed(1)),
    setAside,
    note: say`Measured by camera, ${withinWords(run.covariance)}.`,
  };
}

/** How a robot was put down against how the route begins, in words. */
export function putDownWords(start: Pose, plan: RoutePlan, field: Field): string {
  const { x, y, heading } = relativeTo(startPose(plan, field), start);
  const signed = (value: number, digits: number) =>
    `${value >= 0 ? '+' : ''}${formatNumber(value, digits)}`;
  return say`${signed(x, 1)}, ${signed(y, 1)} mm, ${signed(degrees(heading), 1)}°`;
}

/** What stands beside a robot that ended: its offset where it was measured, and how well that is known. */
export function runLabel({ measurements }: RunContent, { covariance }: CameraRun): string[] {
  const last = measurements.at(-1);
  return last === undefined ? [] : [offsetWords(last), withinWords(covariance)];
}
