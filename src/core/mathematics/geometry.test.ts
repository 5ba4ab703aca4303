import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { circularMean, degrees, headingError, radians, wrapAngle } from './angle.ts';
import { insidePolygon, middleOf, rectangle } from './polygon.ts';
import { compose, inverse, relativeTo } from './pose.ts';

const pose = fc.record({
  x: fc.double({ min: -3000, max: 3000, noNaN: true }),
  y: fc.double({ min: -3000, max: 3000, noNaN: true }),
  heading: fc.double({ min: -3, max: 3, noNaN: true }),
});

describe('angles', () => {
  it('goes from heading 5° to 350° by 15° to the right (compass sense)', () => {
    expect(degrees(headingError(radians(350), radians(5)))).toBeCloseTo(-15, 10);
  });

  it('wraps into (−π, π], keeping half a turn positive', () => {
    expect(wrapAngle(Math.PI)).toBe(Math.PI);
    expect(wrapAngle(-Math.PI)).toBe(Math.PI);
    fc.assert(
      fc.property(fc.double({ min: -100, max: 100, noNaN: true }), (angle) => {
        const wrapped = wrapAngle(angle);
        expect(wrapped).toBeGreaterThan(-Math.PI);
        expect(wrapped).toBeLessThanOrEqual(Math.PI);
        expect(Math.cos(wrapped)).toBeCloseTo(Math.cos(angle), 9);
        expect(Math.sin(wrapped)).toBeCloseTo(Math.sin(angle), 9);
      }),
    );
  });

  it('averages 350° and 20° to 5°, and knows when there is no mean direction', () => {
    expect(degrees(circularMean([radians(350), radians(20)]))).toBeCloseTo(5, 9);
    expect(circularMean([0, Math.PI])).toBeNaN();
    expect(circularMean([])).toBeNaN();
  });
});

describe('poses', () => {
  it('comes back by the inverse and by the relative pose', () => {
    fc.assert(
      fc.property(pose, pose, (a, b) => {
        const back = compose(a, relativeTo(a, b));
        expect(back.x).toBeCloseTo(b.x, 6);
        expect(back.y).toBeCloseTo(b.y, 6);
        expect(wrapAngle(back.heading - b.heading)).toBeCloseTo(0, 9);
        const origin = compose(a, inverse(a));
        expect(Math.hypot(origin.x, origin.y)).toBeLessThan(1e-6);
      }),
    );
  });

  it('puts a tool point 100 ahead of a robot facing away from the start side at +100 y', () => {
    const tool = compose({ x: 10, y: 20, heading: Math.PI / 2 }, { x: 100, y: 0, heading: 0 });
    expect(tool.x).toBeCloseTo(10, 12);
    expect(tool.y).toBeCloseTo(120, 12);
  });
});

describe('polygons', () => {
  it('knows inside from outside, also in a notch', () => {
    const notched = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 10 },
      { x: 5, y: 4 },
      { x: 0, y: 10 },
    ];
    expect(insidePolygon({ x: 5, y: 2 }, notched)).toBe(true);
    expect(insidePolygon({ x: 5, y: 8 }, notched)).toBe(false);
    expect(middleOf(rectangle(10, 20, 4, 8))).toEqual({ x: 12, y: 24 });
  });
});
