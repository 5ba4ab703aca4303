import type cvReady from '@techstark/opencv-js';
import type { Mat, MatVector } from '@techstark/opencv-js';
import type { GreyPicture } from './greyPicture.ts';
import { refineCorners } from './refineCorners.ts';
import type { Corners, SeenTag } from './tags.ts';

/** The part of the library that finds tags, which its types leave out. */
interface Markers {
  DICT_APRILTAG_36h11: number;
  getPredefinedDictionary: (name: number) => object;
  aruco_DetectorParameters: new () => {
    adaptiveThreshWinSizeMin: number;
    adaptiveThreshWinSizeMax: number;
    adaptiveThreshWinSizeStep: number;
    minMarkerPerimeterRate: number;
    cornerRefinementMethod: number;
  };
  aruco_RefineParameters: new (distance: number, errorRate: number, allOrders: boolean) => object;
  aruco_ArucoDetector: new (
    dictionary: object,
    parameters: object,
    refine: object,
  ) => {
    detectMarkers: (image: Mat, corners: MatVector, identifiers: Mat, refused: MatVector) => void;
  };
}

type OpenCv = typeof cvReady & Markers;

/**
 * The dictionary of our printed tags: 587 squares of six by six cells that differ from each other in eleven cells at the
 * least, so that nothing else on a table is taken for one.
 * Source: E. Olson, AprilTag, ICRA 2011; J. Wang and E. Olson, IROS 2016.
 */
export const DICTIONARY = 'DICT_APRILTAG_36h11';

/** Sides of the squares around a pixel whose mean is its threshold, px: from the smallest tag to the largest. */
const [LEAST_WINDOW, LARGEST_WINDOW, WINDOW_STEP] = [5, 29, 12];
/** The library's own refinement of corners by the gradients about them (CORNER_REFINE_SUBPIX). */
const SUBPIXEL = 1;
/** The smallest rim of a tag, against the longer side of the picture. */
const SMALLEST_RIM = 0.02;

/** Finds tags in pictures. */
export interface TagDetector {
  /** The tags of the dictionary in a picture, with corners to a few hundredths of a pixel. */
  find: (picture: GreyPicture) => SeenTag[];
}

let loading: Promise<{ cv: OpenCv }> | null = null;

/** The library of image processing, which is loaded at first use: it is large. */
function library(): Promise<{ cv: OpenCv }> {
  loading ??= import('./openCv.ts').then(
    ({ openCv }) =>
      new Promise((resolve) => {
        const cv = openCv.cv as OpenCv;
        if ((cv as Partial<OpenCv>).Mat === undefined)
          cv.onRuntimeInitialized = () => resolve({ cv });
        else resolve({ cv });
      }),
  );
  return loading;
}

/** A detector of the tags of {@link DICTIONARY}. */
export async function tagDetector(): Promise<TagDetector> {
  const { cv } = await library();
  const parameters = new cv.aruco_DetectorParameters();
  parameters.adaptiveThreshWinSizeMin = LEAST_WINDOW;
  parameters.adaptiveThreshWinSizeMax = LARGEST_WINDOW;
  parameters.adaptiveThreshWinSizeStep = WINDOW_STEP;
  parameters.minMarkerPerimeterRate = SMALLEST_RIM;
  parameters.cornerRefinementMethod = SUBPIXEL;
  const detector = new cv.aruco_ArucoDetector(
    cv.getPredefinedDictionary(cv.DICT_APRILTAG_36h11),
    parameters,
    new cv.aruco_RefineParameters(10, 3, true),
  );
  return {
    find: (picture) => {
      const image = new cv.Mat(picture.height, picture.width, cv.CV_8UC1);
      const found = new cv.MatVector();
      const identifiers = new cv.Mat();
      const refused = new cv.MatVector();
      try {
        image.data.set(picture.data);
        detector.detectMarkers(image, found, identifiers, refused);
        return Array.from({ length: identifiers.rows }, (_, i) => {
          const row = found.get(i);
          const [ax, ay, bx, by, cx, cy, dx, dy] = row.data32F;
          row.delete();
          const rough: Corners = [
            { x: ax!, y: ay! },
            { x: bx!, y: by! },
            { x: cx!, y: cy! },
            { x: dx!, y: dy! },
          ];
          // Where an edge cannot be followed, the corners as they are say less, and still where the tag is.
          const fine = refineCorners(picture, rough);
          const corners = fine !== null && apart(fine, rough) < FARTHEST_MOVE ? fine : rough;
          return { id: identifiers.data32S[i]!, corners };
        });
      } finally {
        for (const one of [image, found, identifiers, refused]) one.delete();
      }
    },
  };
}

/** Farther, px, no corner is moved by refining it: that was another edge. */
const FARTHEST_MOVE = 3;

/** The largest distance between the same corners. */
function apart(some: Corners, others: Corners): number {
  return Math.max(
    ...some.map((corner, i) => Math.hypot(corner.x - others[i]!.x, corner.y - others[i]!.y)),
  );
}
