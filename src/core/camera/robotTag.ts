import { solve, Matrix } from 'ml-matrix';
import { compose, inverse, type Pose } from '../mathematics/pose.ts';
import type { MeasuredRobot } from './measureRobot.ts';
import { wrapAngle } from '../mathematics/angle.ts';

type Covariance = MeasuredRobot['covariance'];

/** The tag on a robot. */
export interface RobotTag {
  id: number;
  /** Side of its dark square, mm. */
  size: number;
  /** Above the table, mm. */
  height: number;
  /** Where its middle lies from the middle of the axle (x ahead, y to the left), mm, and how it is turned, rad. */
  place: Pose;
  /** Whether its place was found by turning on the spot, or only said. */
  found: boolean;
}

/** How far a place may be off that is only said, mm and rad: standard deviations of a ruler and an eye. */
const SAID = { place: 2, heading: 0.017 };

/** Where the middle of the axle is, and where the robot looks, when its tag is seen at a pose. */
export function robotUnder({ place }: RobotTag, tag: Pose): Pose {
  return compose(tag, inverse(place));
}

/**
 * How well the middle of the axle is known where its tag is known so well: covariance of x, y and heading. What the heading
 * is off swings the axle about the tag, and a place that is only said is off in every run.
 */
export function covarianceUnder(tag: RobotTag, seen: Pose, covariance: Covariance): Covariance {
  const axle = robotUnder(tag, seen);
  const swings = new Matrix([
    [1, 0, seen.y - axle.y],
    [0, 1, axle.x - seen.x],
    [0, 0, 1],
  ]);
  const swung = swings.mmul(new Matrix(covariance)).mmul(swings.transpose());
  if (!tag.found) {
    const lever = Math.hypot(tag.place.x, tag.place.y);
    const place = SAID.place ** 2 + (SAID.heading * lever) ** 2;
    [place, place, SAID.heading ** 2].forEach((variance, i) =>
      swung.set(i, i, swung.get(i, i) + variance),
    );
  }
  return swung.to2DArray() as unknown as Covariance;
}

/** Where a robot’s tag is: the inverse of {@link robotUnder}. */
export function tagOn({ place }: RobotTag, robot: Pose): Pose {
  return compose(robot, place);
}

/** What a robot that turned on the spot and drove a straight says of its tag. */
export interface FoundPlace {
  place: Pose;
  /** How far the circle misses the tag in the mean, mm: more than a few, and it did not turn on the spot. */
  residual: number;
  /** Standard deviations of the place: ahead, left, mm, and turned, rad. */
  spread: { x: number; y: number; heading: number };
}

/** Fewer rad of turning say too little of where the axle is. */
const LEAST_TURN = 1.5;
/** A shorter straight, mm, says too little of where the robot looks. */
const LEAST_STRAIGHT = 80;

/** How well one picture knows which way a tag is turned, rad. */
const HEADING_SPREAD = 0.001;

/** Why a tag's place is not known yet. */
export type NotFoundPlace = 'turn more' | 'drive a straight';

/**
 * Where a tag sits on its robot, without a ruler: while the robot turns on the spot its tag goes round the middle of the
 * axle, p = c + R(heading)·d, which is linear in the centre c and the tag's place d in its own axes; a straight that is
 * driven forwards says where the robot looks.
 *
 * @param turning poses of the tag while the robot turns on the spot
 * @param straight poses of the tag at the beginning and the end of a straight
 */
export function placeOfTag(
  turning: readonly Pose[],
  straight: readonly [Pose, Pose] | null,
): FoundPlace | NotFoundPlace {
  const turned = turning
    .slice(1)
    .reduce((sum, { heading }, i) => sum + wrapAngle(heading - turning[i]!.heading), 0);
  if (turning.length < 5 || Math.abs(turned) < LEAST_TURN) return 'turn more';
  if (straight === null) return 'drive a straight';
  const [from, to] = straight;
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  if (length < LEAST_STRAIGHT) return 'drive a straight';
  const rows = turning.flatMap(({ heading }) => {
    const [cosine, sine] = [Math.cos(heading), Math.sin(heading)];
    return [
      [1, 0, cosine, -sine],
      [0, 1, sine, cosine],
    ];
  });
  const design = new Matrix(rows);
  const seen = Matrix.columnVector(turning.flatMap(({ x, y }) => [x, y]));
  const found = solve(design, seen, true).to1DArray() as [number, number, number, number];
  const errors = Matrix.sub(seen, design.mmul(Matrix.columnVector(found))).to1DArray();
  const squares = errors.reduce((sum, error) => sum + error * error, 0);
  const variance = squares / Math.max(1, errors.length - 4);
  // How the tag is turned on the robot: its heading less the direction of the straight, half way along it.
  const middle = from.heading + wrapAngle(to.heading - from.heading) / 2;
  const heading = wrapAngle(middle - Math.atan2(to.y - from.y, to.x - from.x));
  const [, , dx, dy] = found;
  const [cosine, sine] = [Math.cos(heading), Math.sin(heading)];
  const information = design.transpose().mmul(design);
  const inverted = solve(information, Matrix.eye(4));
  return {
    place: { x: cosine * dx - sine * dy, y: sine * dx + cosine * dy, heading },
    residual: Math.sqrt(squares / errors.length),
    spread: {
      x: Math.sqrt(variance * inverted.get(2, 2)),
      y: Math.sqrt(variance * inverted.get(3, 3)),
      heading: Math.hypot((Math.SQRT2 * Math.sqrt(variance)) / length, HEADING_SPREAD / Math.SQRT2),
    },
  };
}
