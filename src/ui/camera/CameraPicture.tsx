import { useEffect, useRef } from 'react';
import { pictured } from '../../core/camera/cameraPose.ts';
import { tagOn, type RobotTag } from '../../core/camera/robotTag.ts';
import { tagCorners, type TableTag } from '../../core/camera/tags.ts';
import { toField, type Point, type Pose } from '../../core/mathematics/pose.ts';
import type { Body } from '../../core/robot/parameters.ts';
import { toolPose } from '../../core/robot/toolPose.ts';
import type { ExpectedBand, SeenFrame } from './cameraWorker.ts';
import type { PictureSource } from './pictureSource.ts';
import styles from './Camera.module.css';
import { say } from '../../core/language/say.ts';

interface CameraPictureProps {
  source: PictureSource | null;
  seen: SeenFrame | null;
  band: ExpectedBand;
  tags: readonly TableTag[];
  robotTag: RobotTag;
  body: Body;
  /** Where the run went that is under way, or went last. */
  track: readonly Pose[];
  /** Where a run ended, and words beside it. */
  ended: { at: Pose; words: readonly string[] } | null;
  lit: boolean;
}

/** What the camera sees, and over it what Corvat makes of it. */
export function CameraPicture(props: CameraPictureProps) {
  const { source, seen, lit } = props;
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (source === null) return;
    box.current?.prepend(source.video);
    return () => source.video.remove();
  }, [source]);
  return (
    <div className={styles['picture']} data-lit={lit} ref={box}>
      {seen !== null && (
        <svg
          viewBox={`-0.5 -0.5 ${seen.size.width} ${seen.size.height}`}
          role="img"
          aria-label={say`What the camera sees: ${seen.found.length} tags of the table, ${seen.robot === null ? say`no robot` : say`the robot`}`}
        >
          <Marks {...props} seen={seen} />
        </svg>
      )}
    </div>
  );
}

function Marks({
  seen,
  band,
  tags,
  robotTag,
  body,
  track,
  ended,
}: CameraPictureProps & { seen: SeenFrame }) {
  const { view } = seen;
  const at = (place: Point, z = 0): Point | null =>
    view === null ? null : pictured(view.camera, view.lens, { ...place, z });
  const line = (places: readonly Point[], z = 0) =>
    places
      .flatMap((place) => at(place, z) ?? [])
      .map(pairText)
      .join(' ');
  const sides = bandSides(band);
  const tagPose = seen.robot === null ? null : tagOn(robotTag, seen.robot.pose);
  const outline =
    seen.robot === null ? [] : corners(body).map((corner) => toField(seen.robot!.pose, corner));
  const beside = ended === null ? null : at(ended.at);
  return (
    <>
      {sides.length > 0 && <polygon className={styles['band']} points={line(sides)} />}
      {track.length > 1 && (
        <polyline
          className={styles['track']}
          points={line(track.map((pose) => toolPose(body, pose)))}
        />
      )}
      {tags.map((tag) => {
        const found = seen.tags.find(({ id }) => id === tag.id);
        if (found !== undefined)
          return (
            <polygon
              key={tag.id}
              className={styles['tag']}
              points={found.corners.map(pairText).join(' ')}
            />
          );
        const middle = at(tag);
        return (
          middle !== null && (
            <g key={tag.id} className={styles['missing']}>
              <polygon points={line(tagCorners(tag, tag.size))} />
              <text {...middle}>{say`tag ${tag.id} is missing`}</text>
            </g>
          )
        );
      })}
      {tagPose !== null && (
        <polygon
          className={styles['tag']}
          points={line(tagCorners(tagPose, robotTag.size), robotTag.height)}
        />
      )}
      {outline.length > 0 && (
        <polygon className={styles['robot']} points={line(outline, robotTag.height)} />
      )}
      {ended !== null && beside !== null && ended.words.length > 0 && (
        <g
          className={styles['label']}
          transform={`translate(${labelPlace(beside, seen.size.width, labelWidth(ended.words))})`}
        >
          <rect width={labelWidth(ended.words)} height={LABEL.line * (ended.words.length + 0.5)} />
          {ended.words.map((words, i) => (
            <text key={words} x={LABEL.room} y={LABEL.line * (i + 1)}>
              {words}
            </text>
          ))}
        </g>
      )}
    </>
  );
}

/** px of a picture: what stands beside a robot, its lines, and room around them; a sign of its type is so wide. */
const LABEL = { beside: 70, line: 34, room: 16, sign: 15.2 };

function labelWidth(words: readonly string[]): number {
  return LABEL.sign * Math.max(...words.map(({ length }) => length)) + 2 * LABEL.room;
}

/** The words stand beside the place, on the side where there is room. */
function labelPlace({ x, y }: Point, width: number, wide: number): string {
  const right = x + LABEL.beside + wide < width;
  return `${right ? x + LABEL.beside : x - LABEL.beside - wide} ${y - LABEL.line}`;
}

function pairText({ x, y }: Point): string {
  return `${x.toFixed(1)},${y.toFixed(1)}`;
}

function corners({ ahead, behind, width }: Body): Point[] {
  return [
    { x: ahead, y: width / 2 },
    { x: ahead, y: -width / 2 },
    { x: -behind, y: -width / 2 },
    { x: -behind, y: width / 2 },
  ];
}

/** The two sides of the band, out and back, as one outline. */
function bandSides(band: ExpectedBand): Point[] {
  const side = (sign: number) =>
    band.map(({ x, y, radius }, i) => {
      const [a, b] = [band[Math.max(0, i - 1)]!, band[Math.min(band.length - 1, i + 1)]!];
      const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
      const [dx, dy] = [(b.x - a.x) / length, (b.y - a.y) / length];
      return { x: x - sign * radius * dy, y: y + sign * radius * dx };
    });
  return band.length < 2 ? [] : [...side(1), ...side(-1).reverse()];
}
