import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { degrees, radians, wrapAngle } from '../mathematics/angle.ts';
import { normal } from '../mathematics/randomness.ts';
import type { Pose } from '../mathematics/pose.ts';
import { standardDeviation } from '../mathematics/sample.ts';
import { covarianceUnder, placeOfTag, robotUnder, tagOn, type RobotTag } from './robotTag.ts';

const TAG: RobotTag = {
  id: 42,
  size: 60,
  height: 110,
  place: { x: 23, y: -8, heading: radians(-87) },
  found: true,
};
/** Poses of the tag of a robot that turns on the spot, then drives straight ahead; seen with noise of mm and rad. */
function seen(noise: { place: number; heading: number }, seed: number) {
  const draw = normal(seed, 0, 71);
  const noisy = ({ x, y, heading }: Pose): Pose => ({
    x: x + noise.place * draw(),
    y: y + noise.place * draw(),
    heading: wrapAngle(heading + noise.heading * draw()),
  });
  const at = (heading: number) => tagOn(TAG, { x: 600, y: 500, heading });
  const turning = Array.from({ length: 40 }, (_, i) => noisy(at((i / 39) * radians(300))));
  const direction = radians(300);
  const ahead = (by: number): Pose => ({
    x: 600 + by * Math.cos(direction),
    y: 500 + by * Math.sin(direction),
    heading: direction,
  });
  return {
    turning,
    straight: [noisy(tagOn(TAG, ahead(0))), noisy(tagOn(TAG, ahead(200)))] as const,
  };
}

describe('the place of a tag on its robot', () => {
  it('goes there and back', () => {
    const robot = { x: 300, y: 200, heading: 2 };
    const back = robotUnder(TAG, tagOn(TAG, robot));
    expect(back.x).toBeCloseTo(300, 9);
    expect(back.y).toBeCloseTo(200, 9);
    expect(back.heading).toBeCloseTo(2, 9);
  });

  it('follows exactly from a turn on the spot and a straight', () => {
    const { turning, straight } = seen({ place: 0, heading: 0 }, 1);
    const found = placeOfTag(turning, straight);
    if (typeof found === 'string') throw new Error(found);
    expect(found.place.x).toBeCloseTo(23, 6);
    expect(found.place.y).toBeCloseTo(-8, 6);
    expect(degrees(found.place.heading)).toBeCloseTo(-87, 6);
    expect(found.residual).toBeLessThan(1e-6);
  });

  it('is within what is said of it in most of 200 noisy trials', () => {
    let covered = 0;
    for (let seed = 0; seed < 200; seed++) {
      const { turning, straight } = seen({ place: 0.3, heading: 0.001 }, seed);
      const found = placeOfTag(turning, straight);
      if (typeof found === 'string') throw new Error(found);
      const { place, spread } = found;
      expect(Math.hypot(place.x - 23, place.y + 8)).toBeLessThan(0.6);
      covered += Number(Math.abs(place.x - 23) < 1.96 * spread.x);
      covered += Number(Math.abs(place.y + 8) < 1.96 * spread.y);
      covered += Number(
        Math.abs(wrapAngle(place.heading - TAG.place.heading)) < 1.96 * spread.heading,
      );
    }
    expect(covered / 600).toBeGreaterThan(0.88);
  });

  it('asks for more when it turned too little, or never drove straight', () => {
    const { turning, straight } = seen({ place: 0, heading: 0 }, 1);
    expect(placeOfTag(turning.slice(0, 8), straight)).toBe('turn more');
    expect(placeOfTag(turning, null)).toBe('drive a straight');
    expect(placeOfTag(turning, [straight[0], straight[0]])).toBe('drive a straight');
  });
});

describe('how well the axle is known', () => {
  const far: RobotTag = { ...TAG, place: { x: 80, y: 30, heading: radians(-87) } };
  const tagSeen: Pose = { x: 900, y: 500, heading: 0.8 };
  const covariance = [
    [0.09, 0.02, 0],
    [0.02, 0.16, 0.0005],
    [0, 0.0005, 0.00003],
  ] as const;

  it('is how far the axles of ten thousand tags lie that are seen so well', () => {
    const said = covarianceUnder(far, tagSeen, covariance);
    const draw = normal(9, 0, 72);
    const root = new CholeskyDecomposition(new Matrix(covariance.map((row) => [...row])));
    const axles = Array.from({ length: 10_000 }, () => {
      const [x, y, heading] = root.lowerTriangularMatrix
        .mmul(Matrix.columnVector([draw(), draw(), draw()]))
        .to1DArray() as [number, number, number];
      return robotUnder(far, {
        x: tagSeen.x + x,
        y: tagSeen.y + y,
        heading: tagSeen.heading + heading,
      });
    });
    for (const [i, axis] of (['x', 'y', 'heading'] as const).entries()) {
      const spread = standardDeviation(axles.map((axle) => axle[axis]));
      expect(spread / Math.sqrt(said[i]![i]!)).toBeCloseTo(1, 1);
    }
    expect(said[0]![0]).toBeGreaterThan(0.09);
  });

  it('is worse where the tag’s place is only said', () => {
    const found = covarianceUnder(far, tagSeen, covariance);
    const said = covarianceUnder({ ...far, found: false }, tagSeen, covariance);
    expect(Math.sqrt(said[0]![0])).toBeGreaterThan(2);
    expect(said[2]![2]).toBeGreaterThan(found[2]![2]);
  });
});
