import { useMemo } from 'react';
import type { Field } from '../core/field/field.ts';
import { rectangle } from '../core/mathematics/polygon.ts';
import { toField, type Point, type Pose } from '../core/mathematics/pose.ts';
import type { RangeSensor, RobotParameters } from '../core/robot/parameters.ts';
import { Plant } from '../core/simulation/plant.ts';
import { worldOf } from '../core/simulation/world.ts';
import styles from './RobotMark.module.css';

interface RobotMarkProps {
  pose: Pose;
  setup: RobotParameters;
  field: Field;
  drawn: (point: Point) => Point;
}

/** The robot to scale where it stands: outline, wheels, tool point, the beams of its range sensors and its light sensors. */
export function RobotMark({ pose, setup, field, drawn }: RobotMarkProps) {
  const { body, drive, range, rangeSide, light } = setup;
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
  const seeing = useMemo(() => new Plant(setup, worldOf(field)), [setup, field]);
  const beamOf = (one: RangeSensor) => {
    const sensor = toField(pose, one);
    const towards = pose.heading + one.heading;
    const reach = seeing.nearest(sensor, towards, one.coneHalfAngle);
    const length = Math.min(reach, one.longest);
    return {
      eye: drawn(sensor),
      hit: drawn(toField({ ...sensor, heading: towards }, { x: length, y: 0 })),
    };
  };
  const eyes = [at(light.firstX, light.firstY), at(light.secondX, light.secondY)];
  return (
    <g>
      {[range, rangeSide].map(beamOf).map(({ eye, hit }, i) => (
        <line key={i} className={styles['beam']} x1={eye.x} y1={eye.y} x2={hit.x} y2={hit.y} />
      ))}
      <polygon
        className={styles['body']}
        points={polygon(
          rectangle(-body.behind, -body.width / 2, body.ahead + body.behind, body.width),
        )}
      />
      <polygon className={styles['wheel']} points={polygon(wheel(1))} />
      <polygon className={styles['wheel']} points={polygon(wheel(-1))} />
      {eyes.map(({ x, y }, i) => (
        <circle key={i} className={styles['light']} r={light.spot} cx={x} cy={y} />
      ))}
      <line className={styles['arm']} x1={front.x} y1={front.y} x2={tool.x} y2={tool.y} />
      <circle className={styles['tool']} r={9} cx={tool.x} cy={tool.y} />
    </g>
  );
}
