import { wrapAngle } from '../mathematics/angle.ts';
import { compose, inverse, type Pose } from '../mathematics/pose.ts';
import { adjustViews } from './adjustViews.ts';
import { cameraFrom, onPlane } from './cameraPose.ts';
import { robotSight } from './fixedCamera.ts';
import type { Lens } from './lens.ts';
import type { RobotTag } from './robotTag.ts';
import { tagCorners, type SeenTag, type TableTag } from './tags.ts';

/** Tags that were surveyed, or why not. */
export type SurveyedTags =
  | { tags: TableTag[]; residual: number; missing: null }
  /** Tags that no picture shows together with those that are known. */
  | { tags: null; residual: null; missing: number[] };

/**
 * Where tags lie on a table, from a few pictures: each tag is a ruler of known size, each picture that shows two of them says
 * how they lie to each other, and all pictures together say it best.
 *
 * @param anchor the tag that says where the table is, with its place on it
 * @param sizes of all tags by their numbers, mm
 */
export function surveyTags(
  views: readonly (readonly SeenTag[])[],
  anchor: TableTag,
  sizes: ReadonlyMap<number, number>,
  lens: Lens,
): SurveyedTags {
  const known = new Map<number, TableTag>([[anchor.id, anchor]]);
  const wanted = [...sizes.keys()].filter((id) => id !== anchor.id);
  // From the anchor on: a picture with a known tag places its others, as well as that one tag says where the camera is.
  for (let round = 0; round < wanted.length; round++) {
    for (const view of views) {
      const begin = view.find(({ id }) => known.has(id));
      if (begin === undefined) continue;
      for (const [id, size] of sizes) {
        const seen = view.find((tag) => tag.id === id);
        if (known.has(id) || seen === undefined) continue;
        const placed = roughPlace(known.get(begin.id)!, begin, seen, size, lens);
        if (placed !== null) known.set(id, placed);
      }
    }
  }
  const missing = wanted.filter((id) => !known.has(id));
  if (missing.length > 0) return { tags: null, residual: null, missing };
  const tags = [anchor, ...wanted.map((id) => known.get(id)!)];
  const adjusted = adjustViews({
    views: views.filter((view) => view.filter(({ id }) => sizes.has(id)).length >= 2),
    tags,
    lens,
    find: 'tags',
  });
  if (adjusted === null) return { tags: null, residual: null, missing: wanted };
  return {
    tags: adjusted.tags.map((tag) => ({ ...tag, heading: wrapAngle(tag.heading) })),
    residual: adjusted.residual,
    missing: null,
  };
}

/** Where a tag lies by one picture and one tag that is known. */
function roughPlace(
  known: TableTag,
  begin: SeenTag,
  seen: SeenTag,
  size: number,
  lens: Lens,
): TableTag | null {
  const camera = cameraFrom(
    tagCorners(known, known.size).map((table, i) => ({ table, picture: begin.corners[i]! })),
    lens,
  );
  if (camera === null) return null;
  const corners = seen.corners.map((corner) => onPlane(camera, lens, corner, 0));
  const [ul, ur, lr, ll] = corners;
  if (ul == null || ur == null || lr == null || ll == null) return null;
  return {
    id: seen.id,
    size,
    x: (ul.x + ur.x + lr.x + ll.x) / 4,
    y: (ul.y + ur.y + lr.y + ll.y) / 4,
    heading: Math.atan2(ur.y - ul.y + lr.y - ll.y, ur.x - ul.x + lr.x - ll.x),
  };
}

/**
 * The same tags laid so that one that was surveyed lies where it is said to lie: a survey knows how tags lie to each other,
 * and one place that somebody knows says where all of them are.
 */
function laidBy(tags: readonly TableTag[], seenAt: Pose, truly: Pose): TableTag[] {
  const shift = compose(truly, inverse(seenAt));
  return tags.map((tag) => ({ ...tag, ...compose(shift, tag) }));
}

/**
 * Surveyed tags where they really lie on the field, by a robot that stands at a place that is known.
 *
 * @param view a picture of some of the tags and of the robot's
 * @param stands where the middle of its axle is
 * @returns null when the picture shows too little
 */
export function laidByRobot(
  tags: readonly TableTag[],
  view: readonly SeenTag[],
  robotTag: RobotTag,
  lens: Lens,
  stands: Pose,
): TableTag[] | null {
  const points = tags.flatMap((tag) => {
    const seen = view.find(({ id }) => id === tag.id);
    if (seen === undefined) return [];
    return tagCorners(tag, tag.size).map((table, i) => ({ table, picture: seen.corners[i]! }));
  });
  const robot = view.find(({ id }) => id === robotTag.id);
  const camera = points.length === 0 ? null : cameraFrom(points, lens);
  if (camera === null || robot === undefined) return null;
  const sight = robotSight({ camera, lens }, robotTag, robot.corners);
  return sight === null ? null : laidBy(tags, sight.pose, stands);
}
