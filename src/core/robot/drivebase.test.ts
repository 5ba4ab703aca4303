import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { degrees, radians } from '../mathematics/angle.ts';
import { STARTING_SETUP, SETUP_PATHS, setupValue, withSetupValues } from './parameters.ts';
import {
  alongArc,
  distanceOfMotor,
  motorOfDistance,
  motorOfTurn,
  turnOfMotor,
  wheelDiameters,
  wheelTravelOfTurn,
} from './driveBase.ts';
import { brakedMove } from './brakedMove.ts';
import { encoderReading } from './encoder.ts';
import { powerOfSpeed, stoppingDistance, topSpeed } from './motor.ts';

const drive = { ...STARTING_SETUP.drive, wheelDiameter: 61, track: 118 };

describe('the drive base', () => {
  it('turns the motor by 360·g/(π·D) degrees per mm', () => {
    expect(degrees(motorOfDistance(drive, 430))).toBeCloseTo((430 * 360) / (Math.PI * 61), 9);
    const geared = { ...drive, gearRatio: 1.5 };
    expect(motorOfDistance(geared, 430)).toBeCloseTo(1.5 * motorOfDistance(drive, 430), 9);
  });

  it('does not turn the robot 90° when a motor turns 90°', () => {
    // Spot turn: motor degrees = robot degrees × track / diameter.
    expect(degrees(motorOfTurn(drive, radians(90), 'spot'))).toBeCloseTo((90 * 118) / 61, 9);
  });

  it('turns one wheel in a pivot twice as far as each wheel in a spot turn', () => {
    const spot = wheelTravelOfTurn(drive, radians(65), 'spot');
    const pivot = wheelTravelOfTurn(drive, radians(65), 'pivot-left');
    expect(pivot.right).toBeCloseTo(2 * spot.right, 12);
    expect(pivot.left).toBe(0);
    expect(wheelTravelOfTurn(drive, radians(65), 'pivot-right').left).toBeLessThan(0);
  });

  it('converts both ways without loss', () => {
    fc.assert(
      fc.property(fc.double({ min: -5000, max: 5000, noNaN: true }), (distance) => {
        expect(distanceOfMotor(drive, motorOfDistance(drive, distance))).toBeCloseTo(distance, 8);
      }),
    );
    expect(turnOfMotor(drive, motorOfTurn(drive, 1.1, 'spot'), 'spot')).toBeCloseTo(1.1, 12);
    expect(turnOfMotor(drive, motorOfTurn(drive, 1.1, 'pivot-left'), 'pivot-left')).toBeCloseTo(
      1.1,
    );
  });

  it('splits mean diameter and ratio into two wheels', () => {
    const wheels = wheelDiameters({ ...drive, wheelRatio: 1.006 });
    expect((wheels.left + wheels.right) / 2).toBeCloseTo(61, 12);
    expect(wheels.right / wheels.left).toBeCloseTo(1.006, 12);
  });

  it('integrates an arc exactly: two quarter circles are a half circle', () => {
    const travel = { left: 0, right: (Math.PI / 2) * 118 };
    const half = alongArc(alongArc({ x: 0, y: 0, heading: 0 }, travel, 118), travel, 118);
    // The robot turns about its left wheel, 59 mm to its left.
    expect(half.x).toBeCloseTo(0, 9);
    expect(half.y).toBeCloseTo(118, 9);
    expect(half.heading).toBeCloseTo(Math.PI, 12);
  });
});

describe('an encoder', () => {
  it('is rounded to whole degrees', () => {
    expect(degrees(encoderReading(radians(12.4), radians(1), false))).toBeCloseTo(12, 9);
  });
});

describe('motor and profile', () => {
  it('loses top speed with the battery, and saturates', () => {
    const motor = STARTING_SETUP.motor;
    expect(topSpeed(drive, motor, 8)).toBeCloseTo((16 * 61) / 2, 9);
    expect(topSpeed(drive, motor, 7.2)).toBeCloseTo(0.9 * topSpeed(drive, motor, 8), 9);
    expect(powerOfSpeed(drive, motor, 244, 8)).toBeCloseTo(0.5, 9);
    expect(powerOfSpeed(drive, motor, 9999, 8)).toBe(1);
  });

  it('runs on by v·τ + v²/(2a)', () => {
    expect(stoppingDistance(200, 0.02, 1000)).toBeCloseTo(24);
  });

  const motor = { ...STARTING_SETUP.motor, acceleration: 400, braking: 400, lag: 1e-9 };

  it('is a trapezoid when long and a triangle when short, if there is no lag', () => {
    const long = brakedMove(1000, 200, motor, 0);
    expect(long.duration).toBeCloseTo(0.5 + 0.5 + 900 / 200, 6);
    expect(long.stopAfter).toBeCloseTo(950, 6);
    expect(long.reachesSpeed).toBe(true);
    const short = brakedMove(25, 200, motor, 0);
    expect(short.brakeSpeed).toBeCloseTo(100, 5);
    expect(short.duration).toBeCloseTo(0.5, 6);
    expect(short.reachesSpeed).toBe(false);
  });

  it('looks for the stop earlier by v·τ + v²/(2a) on a long move, and by less on a short one', () => {
    const lagging = { ...motor, lag: 0.05 };
    const runOn = (length: number) => length - brakedMove(length, 200, lagging, 0.02).stopAfter;
    expect(runOn(1500)).toBeCloseTo(stoppingDistance(200, 0.02, lagging.braking), 6);
    expect(runOn(30)).toBeLessThan(runOn(1500) - 10);
  });
});

describe('a setup', () => {
  it('is read and copied by path, and refuses unknown paths', () => {
    const next = withSetupValues(STARTING_SETUP, { 'drive.track': 119.5 });
    expect(setupValue(next, 'drive.track')).toBe(119.5);
    expect(STARTING_SETUP.drive.track).toBe(120);
    expect(SETUP_PATHS).toContain('gyro.rightPositive');
    expect(() => withSetupValues(STARTING_SETUP, { 'drive.colour': 1 })).toThrow(/drive.colour/);
  });
});
