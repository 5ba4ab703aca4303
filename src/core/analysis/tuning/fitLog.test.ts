import { describe, expect, it } from 'vitest';
import { STARTING_SETUP, withSetupValues } from '../../robot/parameters.ts';
import { Plant } from '../../simulation/plant.ts';
import { normal } from '../../mathematics/randomness.ts';
import { worldOfEdges } from '../../simulation/world.ts';
import { fitLog } from './fitLog.ts';

/** A log at 100 Hz of a robot that stands, turns on the spot and brakes. */
function logOf(truth: typeof STARTING_SETUP, noise: number, seed: number) {
  const plant = new Plant(truth, worldOfEdges([])).putDown({ x: 0, y: 0, heading: 0 }, null);
  const draw = normal(seed);
  const log = { time: [] as number[], wheels: [] as number[], gyro: [] as number[] };
  const { drive } = truth;
  const perMotor = drive.wheelDiameter / (2 * drive.gearRatio * drive.track);
  for (let i = 0; i < 160; i++) {
    if (i === 40) plant.setPower(-0.3, 0.3);
    if (i === 130) plant.halt('brake');
    plant.advanceTo(plant.time + 0.01);
    log.time.push(plant.time);
    log.wheels.push((plant.readRightMotor() - plant.readLeftMotor()) * perMotor);
    log.gyro.push(plant.readHeading() + noise * draw());
  }
  return log;
}

describe('a log laid over the simulation', () => {
  it.each([
    [0.04, 0.012],
    [0.09, 0.03],
    [0.15, 0.05],
  ])('gives back a lag of %d s and a latency of %d s', (lag, latency) => {
    const truth = withSetupValues(STARTING_SETUP, { 'motor.lag': lag, 'gyro.latency': latency });
    const fit = fitLog(logOf(truth, 0, 1), STARTING_SETUP)!;
    expect(fit.lag.value).toBeCloseTo(lag, 2);
    expect(Math.abs(fit.latency.value - latency)).toBeLessThan(0.002);
    expect(fit.noise).toBeLessThan(0.003);
  });

  it('finds the noise of the gyro, and intervals that hold the truth in most of 40 logs', () => {
    const truth = withSetupValues(STARTING_SETUP, { 'motor.lag': 0.08, 'gyro.latency': 0.025 });
    const fits = Array.from({ length: 40 }, (_, seed) =>
      fitLog(logOf(truth, 0.004, seed), STARTING_SETUP)!,
    );
    const mean = fits.reduce((sum, { noise }) => sum + noise, 0) / fits.length;
    expect(Math.abs(mean / 0.004 - 1)).toBeLessThan(0.1);
    const held = fits.filter(({ latency }) => latency.low <= 0.025 && latency.high >= 0.025);
    expect(held.length).toBeGreaterThanOrEqual(32);
  });

  it('is none without a turn from rest', () => {
    const still = { time: [0, 1, 2, 3], wheels: [0, 0, 0, 0], gyro: [0, 0, 0, 0] };
    expect(fitLog(still, STARTING_SETUP)).toBeNull();
  });
});
