import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { degrees, radians } from '../mathematics/angle.ts';
import { edgesOf, rectangle } from '../mathematics/polygon.ts';
import { normal } from '../mathematics/randomness.ts';
import { STARTING_SETUP, withSetupValues } from '../robot/parameters.ts';
import { Plant } from './plant.ts';
import { worldOfEdges } from './world.ts';

const ORIGIN = { x: 0, y: 0, heading: 0 };
const NOWHERE = worldOfEdges([]);

describe('a range beam', () => {
  const room = new Plant(STARTING_SETUP, worldOfEdges(edgesOf(rectangle(0, 0, 2000, 1000))));
  const middle = { x: 1500, y: 500 };

  it('reads d / cos ψ along a ray that meets a wall at incidence ψ', () => {
    const incidence = radians(25);
    expect(room.nearest(middle, incidence, 0)).toBeCloseTo(500 / Math.cos(incidence), 9);
  });

  it('reads the perpendicular distance when the cone is wider than the incidence', () => {
    expect(room.nearest(middle, radians(8), radians(10))).toBeCloseTo(500, 9);
  });

  it('reads the nearest of many rays inside the cone', () => {
    const posts = new Plant(
      STARTING_SETUP,
      worldOfEdges([
        ...edgesOf(rectangle(0, 0, 2000, 1000)),
        ...edgesOf(rectangle(700, 300, 120, 60)),
        ...edgesOf(rectangle(1300, 700, 40, 40)),
      ]),
    );
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 1990, noNaN: true }),
        fc.double({ min: 10, max: 290, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (x, y, towards) => {
          const halfAngle = 0.3;
          const rays = Array.from({ length: 601 }, (_, i) =>
            posts.nearest({ x, y }, towards + halfAngle * (i / 300 - 1), 0),
          );
          const nearest = Math.min(...rays);
          const cone = posts.nearest({ x, y }, towards, halfAngle);
          expect(cone).toBeLessThanOrEqual(nearest + 1e-6);
          // Between two of the rays, a thousandth of a radian apart, a corner can stick out by so much.
          expect(cone).toBeGreaterThan(nearest - 0.002 * nearest - 1e-6);
        },
      ),
    );
  });

  it('reads nothing where nothing stands', () => {
    expect(new Plant(STARTING_SETUP, NOWHERE).nearest(ORIGIN, 0, 0.2)).toBe(Infinity);
  });
});

describe('motor positions that start again after a full turn', () => {
  it.each([1, -1])('are counted on, in direction %d', (direction) => {
    const wrapping = { ...STARTING_SETUP, drive: { ...STARTING_SETUP.drive, encoderWraps: true } };
    const plants = [wrapping, STARTING_SETUP].map((setup) =>
      new Plant(setup, NOWHERE).putDown(ORIGIN, null),
    );
    for (const plant of plants) plant.setPower(direction * 0.6, direction * 0.4);
    for (let time = 0.05; time < 5; time += 0.05) {
      const [wrapped, straight] = plants.map((plant) => {
        plant.advanceTo(time);
        return [plant.readLeftMotor(), plant.readRightMotor()];
      });
      expect(wrapped![0]).toBeCloseTo(straight![0]!, 9);
      expect(wrapped![1]).toBeCloseTo(straight![1]!, 9);
    }
    expect(Math.abs(plants[0]!.readLeftMotor())).toBeGreaterThan(4 * Math.PI);
  });
});

describe('the compiled plant', () => {
  it('draws the same numbers as the streams of the core, in the tails too', () => {
    const setup = withSetupValues(STARTING_SETUP, {
      'placement.alongSpread': 1,
      'placement.acrossSpread': 1,
      'placement.headingSpread': 1,
    });
    const plant = new Plant(setup, NOWHERE);
    for (let run = 1; run <= 20_000; run++) {
      plant.putDown(ORIGIN, { seed: 7, run });
      const draw = normal(7, run, 1);
      for (const drawn of [plant.x, plant.y, plant.heading]) expect(drawn).toBeCloseTo(draw(), 12);
    }
  });

  it('knows each robot number by its own name', () => {
    // Each of these shows in one reading of a robot that stands still.
    const setup = withSetupValues(STARTING_SETUP, {
      'gyro.bias': 0.01,
      'battery.voltage': 7.5,
      'servo.rest': 0.25,
      'light.light': 0.7,
    });
    const plant = new Plant(setup, NOWHERE).putDown(ORIGIN, null);
    expect(plant.gyroDrift).toBe(0.01);
    expect(plant.batteryVoltage).toBe(7.5);
    expect(plant.servoPosition).toBe(0.25);
    expect(plant.readLight('first')).toBeCloseTo(0.7, 12);
  });

  it('takes nothing over from a robot that nobody uses any more', async () => {
    setFlagsFromString('--expose-gc');
    const collectGarbage = runInNewContext('gc') as () => void;
    const whenNew = () => {
      const plant = new Plant(STARTING_SETUP, NOWHERE);
      return [plant.time, plant.x, plant.heading, plant.rolled, plant.touched, plant.gyroAngle];
    };
    const fresh = whenNew();
    for (let i = 0; i < 50; i++) {
      const used = new Plant(STARTING_SETUP, NOWHERE).putDown(ORIGIN, { seed: 3, run: i });
      used.setPower(0.5, 0.2);
      used.advanceTo(1);
      used.touched = true;
    }
    collectGarbage();
    // What is no longer used is told of between two tasks.
    await new Promise((resolve) => setTimeout(resolve));
    for (let i = 0; i < 50; i++) expect(whenNew()).toEqual(fresh);
  });

  it('keeps many robots apart', () => {
    const plants = [0, 90, 180].map((heading) =>
      new Plant(STARTING_SETUP, NOWHERE).putDown({ ...ORIGIN, heading: radians(heading) }, null),
    );
    for (const plant of plants) {
      plant.setPower(0.5, 0.5);
      plant.advanceTo(1);
    }
    const [ahead, left, back] = plants as [Plant, Plant, Plant];
    expect(ahead.x).toBeCloseTo(left.y, 6);
    expect(ahead.x).toBeCloseTo(-back.x, 6);
    expect(degrees(left.heading)).toBeCloseTo(90, 9);
  });
});
