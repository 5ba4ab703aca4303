import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import type { Point } from '../mathematics/pose.ts';
import { cameraFrom, movedCamera, pictured, type CameraPose, type Triple } from './cameraPose.ts';
import type { Lens } from './lens.ts';
import { tagCorners, type SeenTag, type TableTag } from './tags.ts';

/** Tags that lie on one plane, as several pictures show them, and what is to be found beside where the pictures were taken. */
export interface ViewsProblem {
  views: readonly (readonly SeenTag[])[];
  /** Where the tags lie, or a beginning of it. */
  tags: readonly TableTag[];
  lens: Lens;
  /** The lens; or where the tags lie, all but the first one, which all others are found from. */
  find: 'lens' | 'tags';
}

export interface AdjustedViews {
  cameras: CameraPose[];
  tags: TableTag[];
  lens: Lens;
  /** Typical distance between a corner and where it should be seen, px. */
  residual: number;
}

/** From the beginnings that homographies give, a few rounds are enough. */
const ITERATIONS = 8;
/** Steps of finite differences: a lens; a tag; a camera’s turn and place. */
const LENS_STEPS = [1e-5, 1e-5, 1e-2, 1e-2, 1e-5, 1e-5];
const TAG_STEPS = [1e-2, 1e-2, 1e-5];
const CAMERA_STEPS = [1e-6, 1e-6, 1e-6, 1e-2, 1e-2, 1e-2];

/**
 * Cameras, and the lens or the places of tags, such that all corners of all pictures are seen where they are, by Levenberg
 * and Marquardt. Null when a picture does not say where it was taken from.
 */
export function adjustViews({ views, tags, lens, find }: ViewsProblem): AdjustedViews | null {
  const seen = views.map((view) =>
    view.flatMap(({ id, corners }) => {
      const tag = tags.findIndex((one) => one.id === id);
      return tag === -1 ? [] : [{ tag, corners }];
    }),
  );
  const begun = seen.map((view) =>
    cameraFrom(
      view.flatMap(({ tag, corners }) =>
        tagCorners(tags[tag]!, tags[tag]!.size).map((table, i) => ({
          table,
          picture: corners[i]!,
        })),
      ),
      lens,
    ),
  );
  if (begun.includes(null)) return null;
  const start = { cameras: begun as CameraPose[], tags, lens };
  const shared = find === 'lens' ? LENS_STEPS : tags.slice(1).flatMap(() => TAG_STEPS);
  const steps = [...shared, ...start.cameras.flatMap(() => CAMERA_STEPS)];
  const wanted = seen.flatMap((view) => view.flatMap(({ corners }) => corners.flatMap(pair)));
  const predicted = (values: readonly number[]): number[] => {
    const now = named(start, find, values);
    return seen.flatMap((view, i) =>
      view.flatMap(({ tag }) => {
        const { size } = now.tags[tag]!;
        return tagCorners(now.tags[tag]!, size).flatMap((corner) =>
          pair(pictured(now.cameras[i]!, now.lens, { ...corner, z: 0 })),
        );
      }),
    );
  };
  const { parameterValues } = levenbergMarquardt(
    { x: wanted.map((_, i) => i), y: wanted },
    (values) => {
      const now = predicted(values);
      return (i) => now[i]!;
    },
    {
      initialValues: steps.map(() => 0),
      gradientDifference: steps,
      centralDifference: true,
      damping: 1e-3,
      maxIterations: ITERATIONS,
      errorTolerance: 1e-9,
    },
  );
  const at = predicted(parameterValues);
  const squares = wanted.reduce((sum, value, i) => sum + (value - at[i]!) ** 2, 0);
  if (!Number.isFinite(squares)) return null;
  return {
    ...named(start, find, parameterValues),
    residual: Math.sqrt((2 * squares) / wanted.length),
  };
}

function pair({ x, y }: Point): [number, number] {
  return [x, y];
}

/** Cameras, tags and lens by the parameters: small changes of a beginning. */
function named(
  start: { cameras: readonly CameraPose[]; tags: readonly TableTag[]; lens: Lens },
  find: ViewsProblem['find'],
  values: readonly number[],
): Omit<AdjustedViews, 'residual'> {
  const shared = find === 'lens' ? LENS_STEPS.length : 3 * (start.tags.length - 1);
  const cameras = start.cameras.map((camera, i) => {
    const [rx, ry, rz, x, y, z] = values.slice(shared + 6 * i, shared + 6 * i + 6) as unknown as [
      ...Triple,
      ...Triple,
    ];
    return movedCamera(camera, [rx, ry, rz], [x, y, z]);
  });
  if (find === 'lens') {
    const [fx, fy, cx, cy, k1, k2] = values as number[] & Record<0 | 1 | 2 | 3 | 4 | 5, number>;
    const { lens } = start;
    return {
      cameras,
      tags: [...start.tags],
      lens: {
        fx: lens.fx * Math.exp(fx),
        fy: lens.fy * Math.exp(fy),
        cx: lens.cx + cx,
        cy: lens.cy + cy,
        k1: lens.k1 + k1,
        k2: lens.k2 + k2,
      },
    };
  }
  const tags = start.tags.map((tag, i) => {
    if (i === 0) return tag;
    const at = 3 * (i - 1);
    return {
      ...tag,
      x: tag.x + values[at]!,
      y: tag.y + values[at + 1]!,
      heading: tag.heading + values[at + 2]!,
    };
  });
  return { cameras, tags, lens: start.lens };
}
