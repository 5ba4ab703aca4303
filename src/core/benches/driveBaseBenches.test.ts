import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import reference from '../../../tests/reference/benches.json' with { type: 'json' };
import { radians } from '../mathematics/angle.ts';
import { STARTING_SETUP } from '../robot/parameters.ts';
import { normal } from '../mathematics/randomness.ts';
import {
  encoderSquare,
  encoderSquareEnd,
  firstOrderSquare,
  gyroSquare,
  gyroSquareEnd,
  type SquareTrial,
} from './square/square.ts';
import { trackResult } from './track/track.ts';
import { arcLength, ratioOfCurvature, wheelsResult, wheelsFindings } from './wheels/wheels.ts';

const WAYS = ['right', 'left'] as const;
const { drive } = STARTING_SETUP;

describe('the wheels bench', () => {
  it('agrees with a weighted fit by SciPy', () => {
    const { told, measured, scale, half } = reference.distance;
    const result = wheelsResult(
      told.map((distance, i) => ({ told: distance, ahead: measured[i]!, left: null })),
      drive,
    )!;
    expect(result.scale.value).toBeCloseTo(scale, 9);
    expect(result.scale.high - result.scale.value).toBeCloseTo(half, 7);
    expect(result.wheelDiameter.value).toBeCloseTo(60 * scale, 6);
    expect(result.wheelRatio).toBeNull();
  });

  it('finds the wheel ratio of an exact arc, also of a strongly bent one', () => {
    for (const ratio of [0.97, 1, 1.004, 1.05]) {
      const curvature = (2 * (ratio - 1)) / (drive.track * (ratio + 1));
      const trials = [500, 1000].map((told) => {
        const turn = curvature * told;
        const half = turn / 2;
        const chord = half === 0 ? told : (told * Math.sin(half)) / half;
        return { told, ahead: chord * Math.cos(half), left: chord * Math.sin(half) };
      });
      const result = wheelsResult([...trials, trials[0]!], drive)!;
      expect(result.wheelRatio!.value).toBeCloseTo(ratio, 9);
      expect(result.scale.value).toBeCloseTo(1, 9);
    }
    expect(ratioOfCurvature(0, 120)).toBe(1);
  });

  it('takes the way and not the chord for the distance', () => {
    // A quarter of a circle of radius 200 mm.
    expect(arcLength(200, 200)).toBeCloseTo((Math.PI / 2) * 200, 9);
    expect(arcLength(300, 0)).toBe(300);
  });

  it('needs two straights, and names what it changes in a setup', () => {
    const one = { told: 500, ahead: 505, left: 2 };
    expect(wheelsResult([one], drive)).toBeNull();
    const values = wheelsFindings(wheelsResult([one, { ...one, ahead: 503 }], drive)!);
    expect(Object.keys(values)).toEqual(['drive.wheelDiameter', 'ground.slip', 'drive.wheelRatio']);
  });
});

describe('the track bench', () => {
  it('turns estimated track and counted turns into the effective track', () => {
    const trial = (told: number, measured: number) => ({
      told: radians(told),
      measured: radians(measured),
    });
    const result = trackResult([trial(1800, 1782), trial(-1800, -1782)], 120)!;
    expect(result.share.value).toBeCloseTo(0.99, 9);
    expect(result.track.value).toBeCloseTo(120 / 0.99, 9);
    expect(result.bySide!.left).toBeCloseTo(0.99, 12);
    expect(result.bySide!.right).toBeCloseTo(0.99, 12);
    expect(trackResult([trial(1800, 1782)], 120)).toBeNull();
  });
});

describe('the square both ways', () => {
  it('ends where a path of small steps ends', () => {
    for (const { way, x, y } of reference.square) {
      const end = encoderSquareEnd(way as 'left', 900, 118, 121.3, 1.004);
      expect(end.x).toBeCloseTo(x, 4);
      expect(end.y).toBeCloseTo(y, 4);
    }
  });

  it('has the return errors that the design gives for b = 120.5 and E_d = 1.006', () => {
    const right = encoderSquareEnd('right', 1000, 118, 120.5, 1.006);
    const left = encoderSquareEnd('left', 1000, 118, 120.5, 1.006);
    expect(right.x).toBeCloseTo(-143.72, 2);
    expect(right.y).toBeCloseTo(-194.22, 2);
    expect(left.x).toBeCloseTo(35.48, 2);
    expect(left.y).toBeCloseTo(-32.06, 2);
  });

  it('gives b and E_d back to 1e-6 from ends without noise', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.96, max: 1.04, noNaN: true }),
        fc.double({ min: 0.985, max: 1.015, noNaN: true }),
        fc.double({ min: 400, max: 2000, noNaN: true }),
        (trackShare, ratio, side) => {
          const track = 118 * trackShare;
          const trials = WAYS.flatMap((way) => {
            const { x, y } = encoderSquareEnd(way, side, 118, track, ratio);
            return [1, 2].map((): SquareTrial => ({ way, x, y }));
          });
          const { found } = encoderSquare(trials, side, 118)!;
          expect(Math.abs(found.track.value / track - 1)).toBeLessThan(1e-6);
          expect(Math.abs(found.wheelRatio.value / ratio - 1)).toBeLessThan(1e-6);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('starts from the first-order result, which is right for small errors only', () => {
    const ends = (track: number, ratio: number) =>
      [
        encoderSquareEnd('right', 1000, 118, track, ratio),
        encoderSquareEnd('left', 1000, 118, track, ratio),
      ] as const;
    const small = firstOrderSquare(...ends(118.05, 1.0002), 1000, 118);
    expect(small.track).toBeCloseTo(118.05, 2);
    expect(small.wheelRatio).toBeCloseTo(1.0002, 5);
    const large = firstOrderSquare(...ends(120.5, 1.006), 1000, 118);
    expect(Math.abs(large.track - 120.5)).toBeGreaterThan(0.1);
  });

  it('holds the truth in its 95 % intervals in 90 to 99 % of 400 seeds', () => {
    let track = 0;
    let ratio = 0;
    for (let seed = 1; seed <= 400; seed++) {
      const draw = normal(seed, 1, 1);
      const trials = WAYS.flatMap((way) =>
        Array.from({ length: 5 }, (): SquareTrial => {
          const end = encoderSquareEnd(way, 1000, 118, 120.5, 1.006);
          const [a, b] = [draw(), draw()];
          const mirror = way === 'left' ? 1 : -1;
          return { way, x: end.x + 8 * a, y: end.y + mirror * (5 * a + 9 * b) };
        }),
      );
      const { found } = encoderSquare(trials, 1000, 118)!;
      if (found.track.low <= 120.5 && found.track.high >= 120.5) track++;
      if (found.wheelRatio.low <= 1.006 && found.wheelRatio.high >= 1.006) ratio++;
    }
    for (const held of [track, ratio]) {
      expect(held / 400).toBeGreaterThan(0.9);
      expect(held / 400).toBeLessThan(0.99);
    }
  });

  it('finds corner error and side drift of a robot that turns by gyro', () => {
    const corner = radians(1.3);
    const drift = radians(-0.4);
    const trials = WAYS.flatMap((way) => {
      const { x, y } = gyroSquareEnd(way, 800, corner, drift);
      return [1, 2].map((): SquareTrial => ({ way, x, y }));
    });
    const { found, before, after } = gyroSquare(trials, 800)!;
    expect(found.cornerError.value).toBeCloseTo(corner, 8);
    expect(found.sideDrift.value).toBeCloseTo(drift, 8);
    expect(before).toBeGreaterThan(20);
    expect(after).toBeLessThan(1e-6);
  });

  it('cannot tell the length of a side from where a closed square ends', () => {
    const end = gyroSquareEnd('right', 1234, 0, 0);
    expect(Math.hypot(end.x, end.y)).toBeLessThan(1e-9);
  });

  it('needs two squares each way round', () => {
    const trial: SquareTrial = { way: 'left', x: 1, y: 2 };
    expect(encoderSquare([trial, trial, { ...trial, way: 'right' }], 1000, 118)).toBeNull();
    expect(gyroSquare([], 1000)).toBeNull();
  });
});
