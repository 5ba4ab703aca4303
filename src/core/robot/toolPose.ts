import { compose, type Pose } from '../mathematics/pose.ts';
import type { Body } from './parameters.ts';

/** The tool point's pose of a robot at `pose`. */
export function toolPose(body: Body, pose: Pose): Pose {
  return compose(pose, { x: body.toolX, y: body.toolY, heading: 0 });
}
