import type { Field } from '../field/field.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import type { RobotTag } from './robotTag.ts';
import { TAG_CELLS } from './tagCodes.ts';
import { QUIET } from './tagSheet.ts';
import type { TableTag } from './tags.ts';

/** Tags that are printed when nobody says otherwise: side of the table's and of the robot's, mm. */
export const USUAL_SIZES = { table: 80, robot: 60 };
/** The robot's tag has this number; the table's are counted from 0. */
export const ROBOT_TAG = 42;
/** How high a robot's top usually is, mm. */
const USUAL_HEIGHT = 110;

/** Four tags in the corners of a table, upright, the white paper around them against both borders. */
export function cornerTags(
  { width, height }: Pick<Field, 'width' | 'height'>,
  size: number = USUAL_SIZES.table,
): TableTag[] {
  const corner = size / 2 + (QUIET * size) / TAG_CELLS;
  return [
    { id: 0, x: corner, y: corner },
    { id: 1, x: width - corner, y: corner },
    { id: 2, x: width - corner, y: height - corner },
    { id: 3, x: corner, y: height - corner },
  ].map((place) => ({ ...place, size, heading: 0 }));
}

/**
 * The tag on a robot until somebody says more: flat on its top, in the middle of its body, its upper edge ahead, so that
 * its own axis to the right points to the robot's right.
 */
export function usualRobotTag({ body }: RobotParameters): RobotTag {
  return {
    id: ROBOT_TAG,
    size: USUAL_SIZES.robot,
    height: USUAL_HEIGHT,
    place: { x: (body.ahead - body.behind) / 2, y: 0, heading: -Math.PI / 2 },
    found: false,
  };
}
