import { describe, expect, it } from 'vitest';
import { mean, standardDeviation } from '../mathematics/sample.ts';
import { fitTurnModel, turnFindings } from '../benches/turn/turn.ts';
import { radians } from '../mathematics/angle.ts';
import { trackFindings, trackResult } from '../benches/track/track.ts';
import { found, foundSpread, withFindings } from './finding.ts';
import { deviated, knowledgeOf, RobotDraws, spreadsOf } from './knowledge.ts';
import { STARTING_SETUP } from './parameters.ts';
import type { Sources } from './sources.ts';

const at = (sources: Sources, a: string, b = a) => {
  const { paths, covariance } = knowledgeOf(STARTING_SETUP, sources);
  return covariance[paths.indexOf(a)]![paths.indexOf(b)]!;
};

describe('what is known of a robot', () => {
  it('is least of starting values, more of typed ones, and what a bench said of its own', () => {
    expect(at({}, 'drive.wheelDiameter')).toBe(9);
    expect(at({ 'drive.wheelDiameter': { kind: 'typed' } }, 'drive.wheelDiameter')).toBeCloseTo(
      0.16,
    );
    const bench = { kind: 'bench' as const, record: 3, spread: 0.1 };
    expect(at({ 'drive.wheelDiameter': bench }, 'drive.wheelDiameter')).toBeCloseTo(0.01);
    // A record from before benches said it counts as well as a ruler.
    const old = { kind: 'bench' as const, record: 3 };
    expect(at({ 'drive.wheelDiameter': old }, 'drive.wheelDiameter')).toBeCloseTo(0.16);
  });

  it('holds nothing that is chosen or exact', () => {
    const { paths } = knowledgeOf(STARTING_SETUP, {});
    expect(paths).not.toContain('program.settle');
    expect(paths).not.toContain('body.width');
    expect(paths).toContain('ground.slip');
  });

  it('draws robots with its spreads and correlations', () => {
    const sources: Sources = {
      'drive.wheelDiameter': { kind: 'bench', record: 1, spread: 0.3 },
      'drive.track': {
        kind: 'bench',
        record: 2,
        spread: 0.7,
        correlations: { 'drive.wheelDiameter': 0.8 },
      },
    };
    const known = knowledgeOf(STARTING_SETUP, sources);
    const draws = new RobotDraws(STARTING_SETUP, known);
    const [wheel, track] = ['drive.wheelDiameter', 'drive.track'].map((path) =>
      known.paths.indexOf(path),
    ) as [number, number];
    const drawn = Array.from({ length: 4000 }, (_, i) => draws.deviations(5, i));
    const wheels = drawn.map((one) => one[wheel]!);
    const tracks = drawn.map((one) => one[track]!);
    expect(standardDeviation(wheels)).toBeCloseTo(0.3, 1);
    expect(standardDeviation(tracks)).toBeCloseTo(0.7, 1);
    const common = mean(wheels.map((one, i) => one * tracks[i]!));
    expect(common / (0.3 * 0.7)).toBeCloseTo(0.8, 1);
    expect(draws.robot(drawn[0]!).drive.track).toBeCloseTo(120 + tracks[0]!, 9);
  });

  it('draws the same robot for the same seed and number, and none from correlations that fit no covariance', () => {
    const impossible: Sources = {
      'drive.wheelDiameter': {
        kind: 'bench',
        record: 1,
        spread: 1,
        correlations: { 'drive.track': 1, 'gyro.scale': 1 },
      },
      'drive.track': { kind: 'bench', record: 1, spread: 1, correlations: { 'gyro.scale': -1 } },
    };
    const draws = new RobotDraws(STARTING_SETUP, knowledgeOf(STARTING_SETUP, impossible));
    expect(draws.deviations(1, 2)).toEqual(draws.deviations(1, 2));
    expect(draws.deviations(1, 2).every(Number.isFinite)).toBe(true);
  });

  it('keeps numbers within their limits, and spreads as factors', () => {
    const robot = deviated(STARTING_SETUP, { 'motor.lag': -10, 'ground.slip': Math.log(2) });
    expect(robot.motor.lag).toBeGreaterThan(0);
    expect(robot.ground.slip).toBeCloseTo(2 * STARTING_SETUP.ground.slip, 9);
  });
});

describe('what a bench found', () => {
  const track = trackResult(
    [1, -1, 1, -1].map((side, i) => ({
      told: side * radians(1800),
      measured: side * radians(1800 + [0.5, -1, 0, 1.5][i]!),
    })),
    120,
  )!;
  const wheelsTyped: Sources = { 'drive.wheelDiameter': { kind: 'typed' } };

  it('leans on the numbers by which it was worked out', () => {
    const { sources } = withFindings(STARTING_SETUP, wheelsTyped, trackFindings(track, 60), {
      kind: 'bench',
      record: 4,
    });
    // Wheels that are 0.4 mm off make the track 0.8 mm wrong, whatever the protractor says.
    const own = at(sources, 'drive.track');
    expect(own).toBeGreaterThan(0.8 ** 2);
    expect(at(sources, 'drive.track', 'drive.wheelDiameter')).toBeCloseTo(
      0.16 * (track.track.value / 60),
      3,
    );
  });

  it('may be colours, which are no number', () => {
    const [red] = STARTING_SETUP.colours;
    const { setup } = withFindings(
      STARTING_SETUP,
      {},
      { colours: { value: [red!] } },
      { kind: 'bench', record: 1 },
    );
    expect(setup.colours).toEqual([red]);
  });

  it('has nothing in common any more with a number that was measured anew', () => {
    const source = { kind: 'bench' as const, record: 4 };
    const before = withFindings(STARTING_SETUP, wheelsTyped, trackFindings(track, 60), source);
    const wheels = { 'drive.wheelDiameter': { value: 60.2, spread: 0.1 } };
    const after = withFindings(before.setup, before.sources, wheels, { kind: 'bench', record: 5 });
    expect(at(after.sources, 'drive.track', 'drive.wheelDiameter')).toBe(0);
    expect(after.setup.drive.wheelDiameter).toBe(60.2);
  });

  it('tells how far runs spread only as well as a few readings can', () => {
    const slip = withFindings(
      STARTING_SETUP,
      { 'ground.slip': { kind: 'typed' } },
      { 'ground.slip': foundSpread(0.03, 3) },
      { kind: 'bench', record: 1 },
    );
    // Four readings that happened to agree do not make a slip of 0.12 one of 0.03.
    expect(slip.setup.ground.slip).toBeGreaterThan(0.04);
    expect(slip.setup.ground.slip).toBeLessThan(0.12);
    const many = withFindings(
      STARTING_SETUP,
      {},
      { 'ground.slip': foundSpread(0.03, 400) },
      { kind: 'bench', record: 1 },
    );
    expect(many.setup.ground.slip).toBeCloseTo(0.03, 2);
  });

  it('counts four trials as four: the interval of Student is kept', () => {
    expect(found({ value: 1, standardError: 0.1, low: 0.68, high: 1.32 }).spread).toBeCloseTo(
      0.163,
      3,
    );
  });

  it('of a turn leans on the braking that was only believed', () => {
    const trials = [90, 180, 90, 180].map((angle, i) => ({
      trigger: radians(angle),
      rate: radians(90),
      measured: radians(angle + 4 + [0, 0.5, 0.5, 0][i]!),
    }));
    const { sources } = withFindings(
      STARTING_SETUP,
      {},
      turnFindings(fitTurnModel(trials)!, STARTING_SETUP, 'spot'),
      { kind: 'bench', record: 1 },
    );
    // Braking harder than believed would mean that the gyro is later than was worked out.
    expect(at(sources, 'gyro.latency', 'motor.braking')).toBeGreaterThan(0);
    expect(at(sources, 'gyro.latency', 'program.commandDelay')).toBeLessThan(0);
    expect(spreadsOf(knowledgeOf(STARTING_SETUP, sources)).every((one) => one > 0)).toBe(true);
  });
});
