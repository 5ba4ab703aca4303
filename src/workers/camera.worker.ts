import './workerConventions.ts';
import * as Comlink from 'comlink';
import { budgetBand } from '../core/analysis/budget/band.ts';
import { budgetOf } from '../core/analysis/budget/budget.ts';
import { tagDetector } from '../core/camera/detectTags.ts';
import { tagFollower, type TagFollower } from '../core/camera/followTags.ts';
import { heightOf } from '../core/camera/fixedCamera.ts';
import { calibrateLens, type CalibratedLens, type LensView } from '../core/camera/calibrateLens.ts';
import { LENS_SHEET, tagsOnSheet, type Paper } from '../core/camera/tagSheet.ts';
import type { Lens } from '../core/camera/lens.ts';
import { lightOf, type Light } from '../core/camera/light.ts';
import { LiveWatch, type WatchedPicture } from '../core/camera/liveWatch.ts';
import { measureRobot, type MeasuredRobot, type NotMeasured } from '../core/camera/measureRobot.ts';
import { covarianceUnder, robotUnder, type RobotTag } from '../core/camera/robotTag.ts';
import type { SeenTag, TableTag } from '../core/camera/tags.ts';
import type { Field } from '../core/field/field.ts';
import type { Point } from '../core/mathematics/pose.ts';
import type { RobotParameters } from '../core/robot/parameters.ts';
import type { RoutePlan } from '../core/route/plan.ts';
import { nominalRun, otherWays } from '../core/simulation/run.ts';
import { greyOf } from './greyFrames.ts';

/** What a camera is to watch. */
export interface CameraTask {
  /** The route that is driven; null on a bench, where it drives as it is told. */
  route: { plan: RoutePlan; field: Field; setup: RobotParameters } | null;
  tags: readonly TableTag[];
  robotTag: RobotTag;
  lens: Lens | null;
}

/** The band in which nineteen of twenty runs are expected, for drawing: middles and radii, mm. */
export type ExpectedBand = (Point & { radius: number })[];

/** What one frame of a live camera says, where the camera is, and how the light. */
export type SeenFrame = WatchedPicture & { view: LiveWatch['view']; light: Light };

/** A photo: its tags, and the robot by them, or what is missing. */
export interface SeenPhoto {
  tags: SeenTag[];
  robot: RobotInPhoto | null;
  missing: NotMeasured['missing'] | null;
}

/** Where the middle of a robot’s axle is in a photo, with the covariance, and how high the camera was above the table, mm. */
export type RobotInPhoto = Omit<MeasuredRobot, 'camera' | 'lens'> & { above: number };

let follower: TagFollower | null = null;
let watch: LiveWatch | null = null;

async function tags(): Promise<TagFollower> {
  follower ??= tagFollower(await tagDetector());
  return follower;
}

const door = {
  /** Begins to watch a table anew; answers where runs are expected, if that is known. */
  async begin({ route, ...table }: CameraTask): Promise<ExpectedBand> {
    (await tags()).reset();
    if (route === null) {
      watch = new LiveWatch({ ...table, ways: [] });
      return [];
    }
    const { plan, field, setup } = route;
    const experiment = { plan, field, estimated: setup, trueParameters: setup };
    const nominal = nominalRun(experiment);
    const ways = [nominal, ...otherWays(experiment, nominal).values()];
    watch = new LiveWatch({ ...table, ways });
    const band = budgetBand(budgetOf(experiment), nominal, setup.body);
    return band.map(({ middle, radius }) => ({ ...middle, radius }));
  },

  /** Looks at the next frame, and lets go of it. */
  async see(frame: VideoFrame | ImageBitmap, time: number): Promise<SeenFrame | null> {
    try {
      if (watch === null) return null;
      const picture = await greyOf(frame);
      const seen = watch.see((await tags()).find(picture), picture, time);
      const { width, height } = picture;
      return { ...seen, size: { width, height }, view: watch.view, light: lightOf(picture) };
    } finally {
      frame.close();
    }
  },

  /** The lens from views of its sheet; null when they do not say it. */
  lens(
    views: readonly LensView[],
    size: { width: number; height: number },
    paper: Paper,
  ): CalibratedLens | null {
    return calibrateLens(views, tagsOnSheet(LENS_SHEET.ids, LENS_SHEET.size, paper), size);
  },

  /** Where the robot is in one photo. */
  async photo(
    bitmap: ImageBitmap,
    { tags: table, robotTag, lens }: Pick<CameraTask, 'tags' | 'robotTag' | 'lens'>,
  ): Promise<SeenPhoto> {
    try {
      const picture = await greyOf(bitmap);
      const seen = (await tagDetector()).find(picture);
      const found = measureRobot(seen, { tags: table, robot: robotTag, lens }, picture);
      if ('missing' in found) return { tags: seen, robot: null, missing: found.missing };
      const { camera, lens: _lens, ...rest } = found;
      const pose = robotUnder(robotTag, found.pose);
      const covariance = covarianceUnder(robotTag, found.pose, found.covariance);
      const robot = { ...rest, pose, covariance, above: heightOf(camera) };
      return { tags: seen, robot, missing: null };
    } finally {
      bitmap.close();
    }
  },
};

export type CameraWorkerApi = typeof door;

Comlink.expose(door);
