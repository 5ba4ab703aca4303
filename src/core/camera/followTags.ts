import type { Point } from '../mathematics/pose.ts';
import type { TagDetector } from './detectTags.ts';
import { partOf, type GreyPicture } from './greyPicture.ts';
import { readsAs } from './readTag.ts';
import { refineCorners } from './refineCorners.ts';
import type { Corners, SeenTag } from './tags.ts';

/** Pictures between two that are searched through, when a tag is missing and when all are there. */
const [SEARCH_MISSING, SEARCH_ALL] = [8, 40];
/** A tag is looked for around where it should be, so many of its own sizes away; farther, when it was missed before. */
const AROUND = { seen: 1.2, missed: 0.25 };
/** After so many pictures it is anywhere, and found by the next search. */
const LOST_AFTER = 12;
/** For so many pictures a tag that was lost is still missed. */
const MISSED_FOR = 200;

/** Finds the tags of one picture after the other. */
export interface TagFollower {
  find: (picture: GreyPicture) => SeenTag[];
  /** Forgets what was seen: another camera, another table. */
  reset: () => void;
}

/** A tag as it was seen last. */
interface Followed extends SeenTag {
  /** How far it moved from picture to picture, px. */
  moved: Point;
  /** Pictures since it was seen. */
  missed: number;
}

/**
 * Follows tags from picture to picture: each is looked for where it was, then around there; only now and then, and soon
 * when one is missing, the whole picture is searched. That takes a few milliseconds instead of a hundred.
 */
export function tagFollower(detector: TagDetector): TagFollower {
  let followed: Followed[] = [];
  let sinceSearch = Infinity;
  let size = '';
  return {
    find: (picture) => {
      if (size !== `${picture.width} ${picture.height}`) {
        size = `${picture.width} ${picture.height}`;
        followed = [];
        sinceSearch = Infinity;
      }
      const found = followed.flatMap((tag) => again(detector, picture, tag) ?? []);
      sinceSearch++;
      const missing = followed.length === 0 || found.length < followed.length;
      const searched = sinceSearch >= (missing ? SEARCH_MISSING : SEARCH_ALL);
      const seen = searched ? detector.find(picture) : apart(found);
      if (searched) sinceSearch = 0;
      followed = remembered(followed, seen);
      return seen;
    },
    reset: () => {
      followed = [];
      sinceSearch = Infinity;
    },
  };
}

/** A tag in the next picture; null when it is not where it can be. */
function again(detector: TagDetector, picture: GreyPicture, tag: Followed): SeenTag | null {
  if (tag.missed > LOST_AFTER) return null;
  const here = tag.corners.map(({ x, y }) => ({
    x: x + tag.moved.x,
    y: y + tag.moved.y,
  })) as unknown as Corners;
  if (tag.missed === 0 && readsAs(picture, tag.id, here)) {
    const corners = refineCorners(picture, here);
    // Corners that were led astray by what lies beside the tag do not read as it does.
    if (corners !== null && isNear(corners, here) && readsAs(picture, tag.id, corners))
      return { id: tag.id, corners };
  }
  const xs = here.map(({ x }) => x);
  const ys = here.map(({ y }) => y);
  const [left, right, top, bottom] = [
    Math.min(...xs),
    Math.max(...xs),
    Math.min(...ys),
    Math.max(...ys),
  ];
  const around = (AROUND.seen + AROUND.missed * tag.missed) * Math.max(right - left, bottom - top);
  const cut = partOf(picture, {
    left: left - around,
    top: top - around,
    width: right - left + 2 * around,
    height: bottom - top + 2 * around,
  });
  if (cut === null) return null;
  const found = detector.find(cut.part).find(({ id }) => id === tag.id);
  if (found === undefined) return null;
  const corners = found.corners.map(({ x, y }) => ({ x: x + cut.left, y: y + cut.top }));
  return { id: tag.id, corners: corners as unknown as Corners };
}

/** Refining moves a corner by less than a cell, or it found something else. */
function isNear(corners: Corners, others: Corners): boolean {
  const side = Math.hypot(corners[1].x - corners[0].x, corners[1].y - corners[0].y);
  return corners.every(
    ({ x, y }, i) => Math.hypot(x - others[i]!.x, y - others[i]!.y) < Math.max(2, side / 10),
  );
}

/** Two that were followed onto the same tag are one. */
function apart(seen: readonly SeenTag[]): SeenTag[] {
  return seen.filter(
    (tag, i) => !seen.slice(0, i).some((other) => other.id === tag.id && distance(other, tag) < 5),
  );
}

/** What to look for in the next picture: what was seen, and for a while what is missing. */
function remembered(before: readonly Followed[], seen: readonly SeenTag[]): Followed[] {
  const left = [...before];
  const now = seen.map((tag): Followed => {
    const nearest = left
      .filter(({ id }) => id === tag.id)
      .toSorted((a, b) => distance(a, tag) - distance(b, tag))[0];
    if (nearest === undefined) return { ...tag, moved: { x: 0, y: 0 }, missed: 0 };
    left.splice(left.indexOf(nearest), 1);
    const steps = nearest.missed + 1;
    const [a, b] = [middleOf(nearest), middleOf(tag)];
    const moved = { x: (b.x - a.x) / steps, y: (b.y - a.y) / steps };
    return { ...tag, moved, missed: 0 };
  });
  const missing = left
    .filter(({ missed }) => missed < MISSED_FOR)
    .map((tag) => ({ ...tag, missed: tag.missed + 1 }));
  return [...now, ...missing];
}

function distance(a: SeenTag, b: SeenTag): number {
  const [one, other] = [middleOf(a), middleOf(b)];
  return Math.hypot(one.x - other.x, one.y - other.y);
}

/** The middle of a tag's corners, px. */
function middleOf({ corners }: SeenTag): Point {
  return {
    x: corners.reduce((sum, { x }) => sum + x, 0) / 4,
    y: corners.reduce((sum, { y }) => sum + y, 0) / 4,
  };
}
