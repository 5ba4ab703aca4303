import { visibleEdges, type Field } from '../core/field/field.ts';
import { rectangle } from '../core/geometry/polygon.ts';
import { toField, type Point, type Pose } from '../core/geometry/pose.ts';
import { nearestInCone, packSegments } from '../core/geometry/ray.ts';
import type { Setup } from '../core/robot/setup.ts';
import styles from './RobotMark.module.css';

interface RobotMarkProps {
  pose: Pose;
  setup: Setup;
  field: Field;
  drawn: (point: Point) => Point;
}

/** The robot to scale where it stands: outline, wheels, tool point and the beam of its range sensor. */
export function RobotMark({ pose, setup, field, drawn }: RobotMarkProps) {
  const { body, drive, range } = setup;
  const at = (x: number, y: number) => drawn(toField(pose, { x, y }));
  const polygon = (corners: Point[]) =>
    corners
      .map((corner) => at(corner.x, corner.y))
      .map(({ x, y }) => `${x},${y}`)
      .join(' ');
  const wheel = (side: number) =>
    rectangle(-drive.wheelDiameter / 2, (side * drive.track) / 2 - 7, drive.wheelDiameter, 14);
  const tool = at(body.toolX, body.toolY);
  const front = at(body.ahead, body.toolY);
  const sensor = toField(pose, range);
  const reach = nearestInCone(
    packSegments(visibleEdges(field)),
    sensor.x,
    sensor.y,
    pose.heading + range.heading,
    range.coneHalfAngle,
  );
  const length = Math.min(reach, range.longest);
  const eye = drawn(sensor);
  const hit = drawn(
    toField({ ...sensor, heading: pose.heading + range.heading }, { x: length, y: 0 }),
  );
  return (
    <g>
      <line className={styles['beam']} x1={eye.x} y1={eye.y} x2={hit.x} y2={hit.y} />
      <polygon
        className={styles['body']}
        points={polygon(
          rectangle(-body.behind, -body.width / 2, body.ahead + body.behind, body.width),
        )}
      />
      <polygon className={styles['wheel']} points={polygon(wheel(1))} />
      <polygon className={styles['wheel']} points={polygon(wheel(-1))} />
      <line className={styles['arm']} x1={front.x} y1={front.y} x2={tool.x} y2={tool.y} />
      <circle className={styles['tool']} r={9} cx={tool.x} cy={tool.y} />
    </g>
  );
}
