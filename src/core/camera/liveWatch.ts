import { mean } from '../mathematics/sample.ts';
import type { RunRecord } from '../simulation/run.ts';
import type { SeenRunMoves } from '../telemetry/seenRun.ts';
import { ANY_DRIVE, expectedRun } from './expectedRun.ts';
import {
  heightBy,
  heightOf,
  robotSight,
  standsStill,
  tiltOf,
  type FixedCamera,
  type RobotSight,
} from './fixedCamera.ts';
import type { Lens } from './lens.ts';
import { measureRobot, type MeasuredRobot } from './measureRobot.ts';
import { moveReadings } from '../analysis/moves/moveReadings.ts';
import { covarianceUnder, robotUnder, tagOn, type RobotTag } from './robotTag.ts';
import { RunDetector, type SeenRun, type Watching } from './runDetector.ts';
import type { SeenTag, TableTag } from './tags.ts';

/** What a camera watches. */
export interface WatchedTable {
  tags: readonly TableTag[];
  robotTag: RobotTag;
  /** Null when nobody calibrated it. */
  lens: Lens | null;
  /** The run as it is planned, one for each way that it may take; none where it may drive as it likes, as on a bench. */
  ways: readonly RunRecord[];
}

/** A run that a camera logged. */
export interface CameraRun extends SeenRun {
  seen: SeenRunMoves;
  /** Covariance of where it ended: x, y and heading. */
  covariance: MeasuredRobot['covariance'];
}

/** What one picture says. */
export interface WatchedPicture {
  time: number;
  size: { width: number; height: number };
  tags: readonly SeenTag[];
  /** Which of the table’s tags are seen, and which are not. */
  found: number[];
  missing: number[];
  robot: RobotSight | null;
  watching: Watching;
  /** Where the camera is, as far as it is known: mm above the table, rad from straight down. */
  camera: { above: number; tilt: number; residual: number } | null;
  /** How high the robot’s tag really is, mm, when it is seen too large or too small for its height; null when it fits. */
  otherHeight: number | null;
  /** A run that is over with this picture. */
  run: CameraRun | null;
}

/** Corners of so many pictures are averaged where nothing moves. */
const AVERAGED = 12;
/** The camera’s place is found again at most every so many s. */
const FIND_AGAIN = 4;
/** In so many pictures after each other: one alone may be blurred. */
const MOVED_FOR = 3;
/** A tag that is so much larger or smaller than said, as a share, has another height. */
const OTHER_SCALE = 0.006;

/** Watches a table through a camera that stands still, picture after picture, and logs runs. */
export class LiveWatch {
  private detector: RunDetector;
  private fixed: FixedCamera | null = null;
  private foundAt = -Infinity;
  private recent: { time: number; tags: readonly SeenTag[] }[] = [];
  private scale = 1;
  /** Pictures after each other in which the table’s tags were elsewhere. */
  private movedFor = 0;

  constructor(private readonly table: WatchedTable) {
    const [planned] = table.ways;
    this.detector = new RunDetector(planned === undefined ? ANY_DRIVE : expectedRun(planned));
  }

  /** Where the camera is as far as it is known, for drawing on its pictures. */
  get view(): Pick<FixedCamera, 'camera' | 'lens'> | null {
    return this.fixed;
  }

  /** Takes the tags of the next picture. */
  see(
    tags: readonly SeenTag[],
    size: { width: number; height: number },
    time: number,
  ): WatchedPicture {
    const { table } = this;
    this.recent = [...this.recent.slice(1 - AVERAGED), { time, tags }];
    this.findCamera(tags, size, time);
    const { fixed } = this;
    const robots =
      fixed === null
        ? []
        : tags
            .filter(({ id }) => id === table.robotTag.id)
            .flatMap(({ corners }) => robotSight(fixed, table.robotTag, corners) ?? []);
    const over = this.detector.push({ time, robots });
    const { watching } = this.detector;
    const ids = tags.map(({ id }) => id);
    const found = table.tags.map(({ id }) => id).filter((id) => ids.includes(id));
    return {
      time,
      size,
      tags,
      found,
      missing: table.tags.map(({ id }) => id).filter((id) => !ids.includes(id)),
      robot: robots.length === 1 ? robots[0]! : null,
      watching,
      camera:
        fixed === null
          ? null
          : {
              above: heightOf(fixed.camera),
              tilt: tiltOf(fixed.camera),
              residual: fixed.residual,
            },
      otherHeight:
        fixed === null || Math.abs(this.scale - 1) < OTHER_SCALE
          ? null
          : heightBy(this.scale, table.robotTag.height, heightOf(fixed.camera)),
      run: over === null ? null : this.finished(over, size),
    };
  }

  /** Finds the camera when it is not known, was moved, or the robot stands at its start with all tags in sight. */
  private findCamera(
    tags: readonly SeenTag[],
    size: { width: number; height: number },
    time: number,
  ): void {
    const { table, fixed, detector } = this;
    const moved = fixed !== null && !standsStill(fixed, tags, table.tags);
    const settled = detector.watching.kind === 'settling' && time - this.foundAt > FIND_AGAIN;
    this.movedFor = moved ? this.movedFor + 1 : 0;
    if (this.movedFor >= MOVED_FOR) detector.cameraMoved();
    if (fixed !== null && !moved && !settled) return;
    if (moved && detector.watching.kind === 'running') return;
    if (time - this.foundAt < 0.5) return;
    const since = detector.stoodSince;
    const still = this.recent.filter((one) => since !== null && one.time >= since);
    // A robot that is carried meanwhile would be seen where it never was, and at another height.
    const seen = moved || fixed === null || still.length === 0 ? tags : averaged(still);
    const measured = this.measured(seen, size);
    this.foundAt = time;
    if (measured === null) return;
    const { camera, lens, covariance, residual, scale } = measured;
    this.scale = scale;
    this.fixed = { camera, lens, covariance, residual };
  }

  private measured(seen: readonly SeenTag[], size: { width: number; height: number }) {
    const { tags, robotTag, lens } = this.table;
    const measured = measureRobot(seen, { tags, robot: robotTag, lens }, size);
    return 'missing' in measured ? null : measured;
  }

  /** Where the run ended, from all pictures in which it stood there, and what its moves did. */
  private finished(run: SeenRun, size: { width: number; height: number }): CameraRun {
    const { robotTag, ways } = this.table;
    const last = run.track.at(-1)!.time;
    const standing = this.recent.filter(({ time }) => time >= run.to && time <= last);
    const measured = standing.length >= 3 ? this.measured(averaged(standing), size) : null;
    const end = measured === null ? run.end : robotUnder(robotTag, measured.pose);
    return {
      ...run,
      end,
      covariance: covarianceUnder(
        robotTag,
        tagOn(robotTag, end),
        measured?.covariance ?? this.fixed!.covariance,
      ),
      seen: {
        start: run.start,
        moves: ways.length === 0 ? [] : moveReadings(run.track, ways),
        end,
      },
    };
  }
}

/** The tags of some pictures, each at the mean of where it was seen. */
function averaged(pictures: readonly { tags: readonly SeenTag[] }[]): SeenTag[] {
  const ids = [...new Set(pictures.flatMap(({ tags }) => tags.map(({ id }) => id)))];
  return ids.map((id) => {
    const all = pictures.flatMap(({ tags }) => tags.find((tag) => tag.id === id)?.corners ?? []);
    const corner = (i: number) => {
      const own = all.filter((_, k) => k % 4 === i);
      return { x: mean(own.map(({ x }) => x)), y: mean(own.map(({ y }) => y)) };
    };
    return { id, corners: [corner(0), corner(1), corner(2), corner(3)] };
  });
}
