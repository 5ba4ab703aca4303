import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { FIELD } from '../../../demo/field.ts';
import type { RobotFile, RouteFile } from '../formats/files.ts';
import { degrees, wrapAngle } from '../mathematics/angle.ts';
import { practiceTruth } from '../practice/truth.ts';
import { nominalRun, randomRun } from '../simulation/run.ts';
import { tagDetector, type TagDetector } from './detectTags.ts';
import { heightBy, heightOf, robotSight, standsStill } from './fixedCamera.ts';
import { tagFollower } from './followTags.ts';
import { lightOf } from './light.ts';
import { LiveWatch, type CameraRun, type WatchedPicture } from './liveWatch.ts';
import { measureRobot } from './measureRobot.ts';
import { filmedRun, practiceTurn } from './practice/outing.ts';
import { practiceCamera } from './practice/picture.ts';
import { practiceView } from './practice/view.ts';
import { readsAs } from './readTag.ts';
import { tagOn } from './robotTag.ts';
import { trackRecording } from './trackRecording.ts';
import { cornerTags, usualRobotTag } from './usualTags.ts';

const read = <T>(name: string) =>
  JSON.parse(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8')) as T;
const { setup } = read<RobotFile>('robot').setups.at(-1)!;
const { plan } = read<RouteFile>('route-heron-hide').revisions.at(-1)!;
const experiment = { plan, field: FIELD, estimated: setup, trueParameters: setup };
const truth = { ...experiment, trueParameters: practiceTruth(setup, 5).setup };
const tags = cornerTags(FIELD);
const robotTag = usualRobotTag(setup);
const view = practiceView(FIELD, setup, tags, robotTag, 3);
const camera = practiceCamera(view);
const driven = randomRun(truth, 77, 1);
const turn = practiceTurn(filmedRun(driven), 77, 1, 'none');
/** A moment in which it stands at its start, and one in which it drives. */
const [STANDING, DRIVING] = [turn.off - 0.5, turn.off + 1];
const scene = { tags, robot: robotTag, lens: view.lens };

/** A hundred pictures are drawn and looked at, ms: a while on a machine that does other things. */
const PATIENCE = 120_000;
let detector: TagDetector;
beforeAll(async () => {
  detector = await tagDetector();
}, PATIENCE);

describe('a picture of the practice camera', () => {
  it('shows all five tags, and where the robot stands to a tenth of a millimetre', () => {
    const picture = camera.picture(turn.sceneAt, STANDING);
    const seen = detector.find(picture);
    expect(seen.map(({ id }) => id).toSorted((a, b) => a - b)).toEqual([0, 1, 2, 3, 42]);
    const found = measureRobot(seen, scene, picture);
    if ('missing' in found) throw new Error(found.missing);
    const robot = turn.sceneAt(STANDING).robot;
    const tag = tagOn(robotTag, robot);
    expect(Math.hypot(found.pose.x - tag.x, found.pose.y - tag.y)).toBeLessThan(0.2);
    expect(Math.abs(degrees(wrapAngle(found.pose.heading - tag.heading)))).toBeLessThan(0.2);
    const sight = robotSight(found, robotTag, seen.find(({ id }) => id === 42)!.corners)!;
    expect(Math.hypot(sight.pose.x - robot.x, sight.pose.y - robot.y)).toBeLessThan(0.25);
    expect(standsStill(found, seen, tags)).toBe(true);
    // The same camera a little farther to the left sees everything elsewhere.
    const [x, y, z] = found.camera.translation;
    const moved = { ...found, camera: { ...found.camera, translation: [x + 5, y, z] as const } };
    expect(standsStill(moved, seen, tags)).toBe(false);
  });

  it('tells a tag that is told to be lower by its size', () => {
    const picture = camera.picture(turn.sceneAt, STANDING);
    const lower = { ...robotTag, height: 60 };
    const found = measureRobot(detector.find(picture), { ...scene, robot: lower }, picture);
    if ('missing' in found) throw new Error(found.missing);
    const really = heightBy(found.scale, lower.height, heightOf(found.camera));
    expect(Math.abs(really - robotTag.height)).toBeLessThan(6);
  });

  it('has tags that read as what they are, and as nothing else', () => {
    const picture = camera.picture(turn.sceneAt, STANDING);
    for (const { id, corners } of detector.find(picture)) {
      expect(readsAs(picture, id, corners)).toBe(true);
      const [a, b, c, d] = corners;
      expect(readsAs(picture, id, [b, c, d, a])).toBe(false);
      for (const other of [0, 1, 2, 3, 42].filter((one) => one !== id))
        expect(readsAs(picture, other, corners)).toBe(false);
    }
    expect(readsAs(picture, 99, detector.find(picture)[0]!.corners)).toBe(false);
  });
});

describe('tags that are followed', () => {
  it('are where a search of the whole picture finds them, without one', () => {
    let searches = 0;
    const counted: TagDetector = {
      find: (picture) => {
        if (picture.width === view.width) searches++;
        return detector.find(picture);
      },
    };
    const follower = tagFollower(counted);
    for (let i = 0; i < 10; i++) {
      const picture = camera.picture(turn.sceneAt, DRIVING + i * 0.05);
      const followed = follower.find(picture);
      expect(followed).toHaveLength(5);
      if (i % 3 > 0) continue;
      for (const { id, corners } of detector.find(picture)) {
        const other = followed.find((tag) => tag.id === id)!;
        corners.forEach(({ x, y }, k) =>
          expect(Math.hypot(x - other.corners[k]!.x, y - other.corners[k]!.y)).toBeLessThan(0.15),
        );
      }
    }
    expect(searches).toBe(1);
  });

  it('are found again after a hand was over them, and forgotten with another camera', () => {
    const follower = tagFollower(detector);
    const hidden = () => ({
      robot: turn.sceneAt(STANDING).robot,
      lift: 0,
      hand: turn.sceneAt(STANDING).robot,
    });
    const ids = (at: Parameters<typeof camera.picture>[0]) =>
      follower.find(camera.picture(at, STANDING)).map(({ id }) => id);
    expect(ids(turn.sceneAt)).toContain(42);
    expect(ids(hidden)).not.toContain(42);
    const again = Array.from({ length: 9 }, () => ids(turn.sceneAt));
    expect(again.at(-1)).toContain(42);
    const half = camera.picture(turn.sceneAt, STANDING);
    const narrow = { ...half, height: 360, data: half.data.slice(0, half.width * 360) };
    expect(follower.find(narrow).length).toBeLessThan(5);
  });
});

describe('the light', () => {
  const { data, ...size } = camera.picture(turn.sceneAt, STANDING);
  const times = (factor: number, more = 0) => ({
    ...size,
    data: data.map((shade) => factor * shade + more),
  });

  it('is good over the practice table, dim at a third of it, and glares where much is white', () => {
    expect(lightOf(times(1))).toBe('good');
    expect(lightOf(times(0.3))).toBe('dim');
    expect(lightOf(times(1.6))).toBe('glaring');
  });
});

describe('a table that is watched', () => {
  const ways = [nominalRun(experiment)];
  const watched: WatchedPicture[] = [];
  let run: CameraRun;
  beforeAll(() => {
    const watch = new LiveWatch({ tags, robotTag, lens: null, ways });
    const follower = tagFollower(detector);
    for (let time = turn.down; time < turn.away; time += 0.08) {
      const picture = camera.picture(turn.sceneAt, time);
      watched.push(watch.see(follower.find(picture), picture, time));
    }
    run = watched.find((picture) => picture.run !== null)!.run!;
  }, PATIENCE);

  it('has one run, whose end is known within what is said of it', () => {
    expect(watched.filter((picture) => picture.run !== null)).toHaveLength(1);
    expect(run.doubts).toEqual([]);
    const end = turn.sceneAt(turn.stands).robot;
    const errors = [run.end.x - end.x, run.end.y - end.y, wrapAngle(run.end.heading - end.heading)];
    errors.forEach((error, i) =>
      expect(Math.abs(error)).toBeLessThan(4 * Math.sqrt(run.covariance[i]![i]!)),
    );
    expect(Math.hypot(errors[0]!, errors[1]!)).toBeLessThan(3);
    expect(Math.abs(degrees(errors[2]!))).toBeLessThan(0.7);
  });

  it('says what each move of it did', () => {
    const turned = run.seen.moves.find(({ moveId }) => moveId === 'm2')!;
    const { start, end } = driven.moves[turned.step]!;
    expect(Math.abs(degrees(turned.turn - (end.heading - start.heading)))).toBeLessThan(0.5);
    const put = driven.moves[0]!.start;
    expect(Math.hypot(run.seen.start.x - put.x, run.seen.start.y - put.y)).toBeLessThan(3);
  });

  it('says what the camera sees', () => {
    const { found, missing, camera: where, otherHeight } = watched.at(-1)!;
    expect([found, missing]).toEqual([[0, 1, 2, 3], []]);
    expect(Math.abs(where!.above - heightOf(view.camera))).toBeLessThan(40);
    expect(otherHeight).toBeNull();
    const kinds = new Set(watched.map(({ watching }) => watching.kind));
    for (const kind of ['ready', 'running', 'ending']) expect(kinds).toContain(kind);
  });

  it('asks about a run during which somebody moved the camera', () => {
    const watch = new LiveWatch({ tags, robotTag, lens: null, ways });
    const runs = watched.flatMap(({ tags: seen, time, size }) => {
      const by = time > DRIVING ? 6 : 0;
      const shifted = seen.map(({ id, corners }) => ({
        id,
        corners: corners.map(({ x, y }) => ({ x: x + by, y })) as unknown as typeof corners,
      }));
      return watch.see(shifted, size, time).run ?? [];
    });
    expect(runs.map(({ doubts }) => doubts.includes('camera moved'))).toEqual([true]);
  });

  it('gives a track in the columns of telemetry, which packs without loss', () => {
    const { columns, rows } = trackRecording(run.track);
    expect(Object.keys(columns)).toEqual(['t_s', 'x_mm', 'y_mm', 'heading_deg']);
    expect(rows).toBe(run.track.length);
    expect(columns['t_s']![0]).toBe(0);
    expect(Math.abs(columns['x_mm']!.at(-1)! - run.track.at(-1)!.x)).toBeLessThan(0.006);
  });
});
