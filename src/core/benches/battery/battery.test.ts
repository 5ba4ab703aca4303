import { describe, expect, it } from 'vitest';
import { PracticeHub } from '../../practice/hub.ts';
import { practiceTruth } from '../../practice/truth.ts';
import { STARTING_SETUP, withSetupValues } from '../../robot/parameters.ts';
import { topSpeed } from '../../robot/motor.ts';
import { episodesOf } from '../episodes.ts';
import { readingsIn } from '../index.ts';
import { batteryResult, type BatteryReading } from './battery.ts';

const reading = (voltage: number, measured: number, more: Partial<BatteryReading> = {}) => ({
  voltage,
  measured,
  stopping: null,
  top: null,
  faults: null,
  ...more,
});

describe('the battery bench', () => {
  it('finds the slope of a straight line with its interval', () => {
    // numpy.linalg.lstsq: the slope is 5.95 with a standard error of 0.580050; t(0.975, 4) is 2.7764 (scipy).
    const readings = [
      [7.2, 595.1],
      [7.2, 594.6],
      [7.7, 598.4],
      [7.7, 597.2],
      [8.2, 601.3],
      [8.2, 600.3],
    ].map(([volts, measured]) => reading(volts!, measured!));
    const { measured, ends, residuals } = batteryResult(readings, 8)!;
    expect(measured.value).toBeCloseTo(5.95, 9);
    expect(measured.standardError).toBeCloseTo(0.58005, 5);
    expect(measured.high - measured.value).toBeCloseTo(2.7764 * measured.standardError, 3);
    expect(ends[1]!.measured - ends[0]!.measured).toBeCloseTo(measured.value, 6);
    expect(residuals.reduce((sum, one) => sum + one, 0)).toBeCloseTo(0, 9);
  });

  it('says nothing of packs that were all alike, or of two readings', () => {
    expect(
      batteryResult(
        [8, 8.05, 8.1].map((volts) => reading(volts, 600)),
        8,
      ),
    ).toBeNull();
    expect(
      batteryResult(
        [7, 8].map((volts) => reading(volts, 600)),
        8,
      ),
    ).toBeNull();
  });

  it('tells a speed in proportion from one that the hub keeps', () => {
    const tops = (of: (volts: number) => number) =>
      batteryResult(
        [7, 7.5, 8, 8.4].map((v) => reading(v, 600, { top: of(v) })),
        8,
      )!.follows!;
    expect(tops((volts) => 60 * volts).value).toBeCloseTo(1, 9);
    expect(tops(() => 480).value).toBeCloseTo(0, 9);
  });

  it('names the voltage at which the bus falls silent', () => {
    const packs: [number, number][] = [
      [8, 0],
      [7.4, 0],
      [6.9, 0.2],
      [6.6, 0.9],
    ];
    const result = batteryResult(
      packs.map(([volts, faults]) => reading(volts, 600, { faults })),
      8,
    )!;
    expect(result.silentFrom).toBe(6.9);
    expect(result.faults!.value).toBeLessThan(0);
  });

  it.each([1, 0.3])('finds how the speed of a practice robot follows its packs: %d', (follows) => {
    const truth = practiceTruth(STARTING_SETUP, 21);
    const hub = new PracticeHub(
      { ...truth, setup: withSetupValues(truth.setup, { 'battery.speedFollows': follows }) },
      STARTING_SETUP,
      21,
    );
    const lines = [8.2, 8, 7.6, 7.3].flatMap((voltage) => [
      ...hub.carryOut({ do: 'charge', voltage }),
      ...[1, 2, 3].flatMap(() => hub.carryOut({ do: 'straight', distance: 600, speed: 300 })),
    ]);
    const readings = episodesOf(lines).closed.flatMap((segment) =>
      readingsIn('battery', segment, STARTING_SETUP),
    );
    expect(readings).toHaveLength(12);
    const found = batteryResult(readings, STARTING_SETUP.battery.voltage)!;
    expect(Math.abs(found.follows!.value - follows)).toBeLessThan(0.12);
    expect(
      readings[3]!.top! / topSpeed(STARTING_SETUP.drive, STARTING_SETUP.motor, 8),
    ).toBeLessThan(1);
    // More voltage, more speed, and the robot rolls on for longer.
    expect(found.measured.value).toBeGreaterThan(0);
    expect(found.stopping!.value).toBeGreaterThan(0);
    expect(found.silentFrom).toBeNull();
  });
});
