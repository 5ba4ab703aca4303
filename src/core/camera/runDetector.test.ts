import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { FIELD } from '../../../demo/field.ts';
import { degrees } from '../mathematics/angle.ts';
import { practiceTruth } from '../practice/truth.ts';
import { nominalRun, randomRun, type Experiment, type RunRecord } from '../simulation/run.ts';
import type { RobotFile, RouteFile } from '../formats/files.ts';
import { sightingsOf } from '../../../tests/sightings.ts';
import { percentile } from '../../../tests/speed/figure.ts';
import { expectedRun } from './expectedRun.ts';
import type { RobotSight } from './fixedCamera.ts';
import { moveReadings } from '../analysis/moves/moveReadings.ts';
import { filmedRun, practiceTurn, type Mishap, type PracticeTurn } from './practice/outing.ts';
import { RunDetector, type SeenRun } from './runDetector.ts';

const ROUTES = ['heron-hide', 'sluice-and-tide-gauge', 'seed-bank'];
const MISHAPS: readonly Mishap[] = ['none', 'hand', 'bump', 'lift', 'picked early', 'straightened'];
/** Runs of each route: every mishap several times. The trial with pictures drives two hundred. */
const RUNS = 24;

const read = <T>(name: string) =>
  JSON.parse(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8')) as T;
const { setup } = read<RobotFile>('robot').setups.at(-1)!;

function experimentOf(route: string, seed: number): Experiment {
  const { plan } = read<RouteFile>(`route-${route}`).revisions.at(-1)!;
  const truth = practiceTruth(setup, seed).setup;
  return { plan, field: FIELD, estimated: setup, trueParameters: truth };
}

interface Watched {
  mishap: Mishap;
  driven: RunRecord;
  turn: PracticeTurn;
  runs: SeenRun[];
}

function watched(route: string): Watched[] {
  return Array.from({ length: RUNS }, (_, i) => {
    const experiment = experimentOf(route, 300 + Math.floor(i / MISHAPS.length));
    const mishap = MISHAPS[i % MISHAPS.length]!;
    const driven = randomRun(experiment, 88, i);
    const turn = practiceTurn(filmedRun(driven), 88, i, mishap);
    const nominal = nominalRun({ ...experiment, trueParameters: setup });
    const detector = new RunDetector(expectedRun(nominal));
    const runs = [...sightingsOf(turn, i)].flatMap((sighting) => detector.push(sighting) ?? []);
    return { mishap, driven, turn, runs };
  });
}

describe.each(ROUTES)('runs of %s under a camera', (route) => {
  const all = watched(route);
  const of = (...mishaps: Mishap[]) => all.filter(({ mishap }) => mishaps.includes(mishap));

  it('are logged once, also when a hand hides them for a moment or straightens the robot before', () => {
    for (const { mishap, runs } of of('none', 'hand', 'straightened'))
      expect({ mishap, runs: runs.map(({ doubts }) => doubts) }).toEqual({ mishap, runs: [[]] });
  });

  it('are over within two seconds after the robot stands, and know where', () => {
    for (const { turn, runs } of of('none', 'hand', 'straightened')) {
      const [run] = runs;
      expect(run!.decided - turn.stands).toBeLessThan(2);
      const end = turn.sceneAt(turn.stands).robot;
      expect(Math.hypot(run!.end.x - end.x, run!.end.y - end.y)).toBeLessThan(0.5);
      expect(Math.abs(degrees(run!.end.heading - end.heading))).toBeLessThan(0.2);
    }
  });

  it('are asked about when the robot was pushed', () => {
    for (const { runs } of of('bump'))
      expect(runs.map(({ doubts }) => doubts.includes('pushed'))).toEqual([true]);
  });

  it('are none when the robot is picked up on its way', () => {
    for (const { runs } of of('lift')) expect(runs).toEqual([]);
  });

  it('are asked about, or were seen to stand, when the robot is picked up soon after its end', () => {
    for (const { runs } of of('picked early')) {
      expect(runs).toHaveLength(1);
      const [run] = runs;
      const stood = run!.decided - run!.to;
      expect(run!.doubts.includes('picked up early') || stood >= 0.95).toBe(true);
    }
  });

  it('come apart into moves: 95 % of the turns within 0.5°, of the lengths within 3 mm', () => {
    const experiment = experimentOf(route, 300);
    const nominal = nominalRun({ ...experiment, trueParameters: setup });
    const [turns, lengths]: [number[], number[]] = [[], []];
    for (const { driven, runs } of of('none', 'straightened')) {
      const readings = moveReadings(runs[0]!.track, [nominal]);
      expect(readings.length).toBeGreaterThan(2);
      for (const { step, turn: turned, length } of readings) {
        const { start, end } = driven.moves[step]!;
        turns.push(Math.abs(degrees(turned - (end.heading - start.heading))));
        // What it went along its own nose: over short turns and straights the way between both ends.
        const middle = (start.heading + end.heading) / 2;
        const chord = Math.cos(middle) * (end.x - start.x) + Math.sin(middle) * (end.y - start.y);
        if (Math.abs(end.heading - start.heading) < 0.1) lengths.push(Math.abs(length - chord));
      }
    }
    expect(percentile(turns, 0.95)).toBeLessThan(0.5);
    expect(percentile(lengths, 0.95)).toBeLessThan(3);
  });
});

describe('what is no run', () => {
  const experiment = experimentOf('heron-hide', 300);
  const expected = expectedRun(nominalRun({ ...experiment, trueParameters: setup }));
  const at = (x: number, y: number, heading = 0, scale = 1): RobotSight => ({
    pose: { x, y, heading },
    scale,
  });
  /** Shows something for so many s, twenty pictures a second. */
  const showing = (detector: RunDetector) => {
    let time = 0;
    return (seconds: number, robotsAt: (share: number) => RobotSight[]) => {
      const runs: SeenRun[] = [];
      for (let i = 0; i < 20 * seconds; i++) {
        time += 0.05;
        const run = detector.push({ time, robots: robotsAt(i / (20 * seconds)) });
        if (run !== null) runs.push(run);
      }
      return runs;
    };
  };
  const { start } = expected;

  it('a robot that stands elsewhere, with how far', () => {
    const detector = new RunDetector(expected);
    showing(detector)(2, () => [at(start.x + 300, start.y)]);
    const { watching } = detector;
    expect(watching.kind).toBe('elsewhere');
    expect(watching.kind === 'elsewhere' && Math.round(watching.distance)).toBe(300);
  });

  it('two robots with one tag, and one of them taken away in the end', () => {
    const detector = new RunDetector(expected);
    const show = showing(detector);
    show(2, () => [at(start.x, start.y), at(900, 500)]);
    expect(detector.watching.kind).toBe('two robots');
    show(2, () => [at(start.x, start.y)]);
    expect(detector.watching.kind).toBe('ready');
  });

  it('a robot whose tag never comes back', () => {
    const detector = new RunDetector(expected);
    const show = showing(detector);
    show(2, () => [at(start.x, start.y)]);
    show(1, (share) => [at(start.x + 200 * share, start.y)]);
    expect(show(8, () => [])).toEqual([]);
    expect(detector.watching).toEqual({ kind: 'interrupted', by: 'hidden' });
  });

  it('a robot that ends after a third of its way, and nobody said that it counts', () => {
    const detector = new RunDetector(expected);
    const show = showing(detector);
    show(2, () => [at(start.x, start.y)]);
    show(1.5, (share) => [at(start.x + 420 * share, start.y)]);
    const runs = show(3, () => [at(start.x + 420, start.y)]);
    expect(runs.map(({ doubts }) => doubts)).toEqual([['shorter']]);
  });
});
