import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { FIELD } from '../../../../demo/field.ts';
import type { RobotFile, RouteFile } from '../../formats/files.ts';
import { degrees, radians } from '../../mathematics/angle.ts';
import { normal } from '../../mathematics/randomness.ts';
import { timeWarping } from '../../mathematics/timeWarping.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import { nominalRun, randomRun, type RunRecord } from '../../simulation/run.ts';
import { readRecording } from '../../telemetry/recordingFile.ts';
import type { SeenRunMoves } from '../../telemetry/seenRun.ts';
import { correctionSentence, deviationSentence } from '../../text/moveWords.ts';
import { disagreementSentence } from '../../text/disagreementWords.ts';
import { disagreements } from './disagreements.ts';
import { hubMoves } from './hubMoves.ts';
import { measuredSources } from './measuredSources.ts';
import { correctionOf, moveDeviations } from './moveDeviations.ts';
import { moveReadings } from './moveReadings.ts';
import { proposedRun } from './proposedRun.ts';
import { paced } from './track.ts';

const read = <T>(name: string) =>
  JSON.parse(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8')) as T;
const { setup } = read<RobotFile>('robot').setups.at(-1)!;
const { plan } = read<RouteFile>('route-heron-hide').revisions.at(-1)!;
const experiment = { plan, field: FIELD, estimated: setup, trueParameters: setup };
const nominal = nominalRun(experiment);

/** A run as a camera sees it: twenty places a second, each a little off. */
function seenBy(run: RunRecord, seed: number, noise = { place: 0.2, heading: 0.001 }) {
  const draw = normal(seed, 0, 91);
  const still = Array.from({ length: 10 }, (_, i) => ({ ...run.trace[0]!, time: (i - 10) * 0.05 }));
  const after = Array.from({ length: 10 }, (_, i) => ({
    ...run.trace.at(-1)!,
    time: run.duration + i * 0.05,
  }));
  const track = [...still, ...run.trace.filter((_, i) => i % 3 === 0), ...after].map((at) => ({
    time: at.time,
    x: at.x + noise.place * draw(),
    y: at.y + noise.place * draw(),
    heading: at.heading + noise.heading * draw(),
  }));
  return track;
}

function movesOf(run: RunRecord, seed: number): SeenRunMoves {
  const track = seenBy(run, seed);
  return {
    start: run.moves[0]!.start,
    moves: moveReadings(track, [nominal]),
    end: run.end,
  };
}

describe('courses brought together in time', () => {
  it('meet corner to corner, and cost nothing where one only dwells', () => {
    const a = [0, 1, 2, 3];
    const b = [0, 0, 1, 2, 2, 2, 3];
    const warped = timeWarping(a.length, b.length, (i, j) => Math.abs(a[i]! - b[j]!));
    expect(warped.cost).toBe(0);
    expect([...warped.first]).toEqual([0, 2, 3, 6]);
    expect([...warped.last]).toEqual([1, 2, 5, 6]);
  });

  it('has speeds of a steady track', () => {
    const track = Array.from({ length: 50 }, (_, i) => ({
      time: i * 0.03,
      x: 100 * Math.sin(i * 0.03),
      y: 100 - 100 * Math.cos(i * 0.03),
      heading: i * 0.03,
    }));
    const { speed, turning, heading } = paced(track, 0.04);
    expect(speed[15]).toBeCloseTo(100, 0);
    expect(turning[15]).toBeCloseTo(1, 6);
    expect(heading.at(-1)).toBeGreaterThan(1.4);
  });
});

describe('sources of the error budget', () => {
  const drivenBy = (truth: typeof setup, seed: number, count: number) =>
    Array.from({ length: count }, (_, run) =>
      movesOf(randomRun({ ...experiment, trueParameters: truth }, seed, run), 100 * seed + run),
    );
  const factorOf = (of: ReturnType<typeof measuredSources>, source: string) =>
    of.find((one) => one.source === source)!.factor;

  it('are found to vary as much as is assumed where they do: 95 % intervals hold', () => {
    const held = new Map<string, number[]>();
    for (let seed = 1; seed <= 40; seed++)
      for (const { source, factor } of measuredSources(experiment, drivenBy(setup, seed, 8)))
        held.set(source, [...(held.get(source) ?? []), Number(factor.low < 1 && factor.high > 1)]);
    expect([...held.keys()]).toContain('start');
    expect(held.size).toBeGreaterThan(2);
    for (const [source, all] of held) {
      const share = all.reduce((sum, one) => sum + one, 0) / all.length;
      expect([source, share >= 0.8]).toEqual([source, true]);
    }
  }, 60_000);

  it('show a put-down and a ground that vary twice as much', () => {
    const { placement, ground } = setup;
    const truth = withSetupValues(setup, {
      'placement.alongSpread': 2 * placement.alongSpread,
      'placement.acrossSpread': 2 * placement.acrossSpread,
      'placement.headingSpread': 2 * placement.headingSpread,
      'ground.slip': 2 * ground.slip,
    });
    const found = measuredSources(experiment, drivenBy(truth, 3, 20));
    for (const source of ['start', 'ground']) {
      const { value, low, high } = factorOf(found, source);
      expect([source, value > 1.4 && value < 2.8, low > 1, high > 2]).toEqual([
        source,
        true,
        true,
        true,
      ]);
    }
  });

  it('are not judged by three runs', () => {
    expect(measuredSources(experiment, drivenBy(setup, 4, 3))).toEqual([]);
  });
});

describe('moves that err', () => {
  /** A gyro that is late and a track width that is wrong: turns go too far. */
  const wrong = withSetupValues(setup, { 'gyro.latency': setup.gyro.latency + 0.02 });
  const runs = Array.from({ length: 10 }, (_, run) =>
    movesOf(randomRun({ ...experiment, trueParameters: wrong }, 5, run), run),
  );
  const deviations = moveDeviations(experiment, runs);
  const turn = deviations.find(({ moveId }) => moveId === 'm2')!;

  it('are found with their offset, and told in words', () => {
    expect(turn.errs).toBe(true);
    const truth =
      nominalRun({ ...experiment, trueParameters: wrong }).moves[turn.step]!.end.heading -
      nominal.moves[turn.step]!.end.heading;
    expect(turn.offset!.low).toBeLessThan(truth + radians(0.1));
    expect(turn.offset!.high).toBeGreaterThan(truth - radians(0.1));
    expect(deviationSentence(turn, plan, setup)).toMatch(/^Move 2, .* goes .* ± .*° too far, /);
  });

  it('are mended by a number that takes the offset away', () => {
    const correction = correctionOf(experiment, turn)!;
    expect(correction.moveId).toBe('m2');
    const mended = nominalRun({ ...experiment, plan: correction.plan, trueParameters: wrong });
    const left = mended.moves[turn.step]!.end.heading - nominal.moves[turn.step]!.end.heading;
    expect(Math.abs(degrees(left))).toBeLessThan(0.3);
    expect(correctionSentence(correction, plan, setup)).toMatch(/^Tell it .* instead of .*\.$/);
  });

  it('are found in few of many robots that do what was planned', () => {
    let found = 0;
    for (let robot = 0; robot < 30; robot++) {
      const own = Array.from({ length: 6 }, (_, run) =>
        movesOf(randomRun(experiment, 900 + robot, run), 100 * robot + run),
      );
      found += Number(moveDeviations(experiment, own).some(({ errs }) => errs));
    }
    expect(found).toBeLessThanOrEqual(3);
  });

  it('keep the place of a run in which nobody saw them', () => {
    const [first, second] = runs as [SeenRunMoves, SeenRunMoves];
    const hidden = { ...second, moves: second.moves.filter(({ moveId }) => moveId !== 'm2') };
    const own = moveDeviations(experiment, [first, hidden]).find(({ moveId }) => moveId === 'm2')!;
    expect(own.values).toEqual([expect.any(Number), null]);
    expect(own.offset).toBeNull();
  });

  it('say nothing of one run', () => {
    const [alone] = moveDeviations(experiment, runs.slice(0, 1));
    expect(alone!.offset).toBeNull();
    expect(alone!.errs).toBe(false);
    expect(moveReadings([], [nominal])).toEqual([]);
  });
});

describe('what a hub tells', () => {
  const lines = [
    '{"t_s": 10, "heading_deg": 0, "left_deg": 0, "right_deg": 0, "event": "start"}',
    '{"t_s": 12, "heading_deg": 0.5, "left_deg": 920, "right_deg": 920, "event": "end m1"}',
    '{"t_s": 13, "heading_deg": -90, "left_deg": 740, "right_deg": 1100, "event": "end m2"}',
    '{"t_s": 15, "heading_deg": -90, "left_deg": 1660, "right_deg": 2020, "event": "end m3"}',
    '{"t_s": 15.1, "heading_deg": -90, "left_deg": 1660, "right_deg": 2020, "event": "end of another"}',
  ];
  const right = withSetupValues(setup, { 'gyro.rightPositive': true });
  const told = hubMoves(readRecording(lines.join('\n')), { ...experiment, estimated: right })!;

  it('is taken apart by the lines that it says', () => {
    expect(told.moves.map(({ moveId, step }) => [moveId, step])).toEqual([
      ['m1', 0],
      ['m2', 1],
      ['m3', 2],
    ]);
    const [straight, turn] = told.moves;
    expect(straight!.from).toBe(0);
    expect(straight!.to).toBe(2);
    expect(straight!.length).toBeCloseTo((920 / 360) * Math.PI * right.drive.wheelDiameter, -1);
    // It counts right turns as positive: −90 is to the left.
    expect(degrees(turn!.turn)).toBeCloseTo(90.5, 6);
  });

  it('has no moves without motors, or without anything that moved', () => {
    const still = readRecording('t_s,heading_deg\n0,0\n1,0\n');
    expect(hubMoves(still, experiment)).toBeNull();
  });

  it('is held against what a camera saw, and a gyro that is scaled is a finding', () => {
    const pairs = Array.from({ length: 8 }, (_, run) => {
      const camera = movesOf(randomRun(experiment, 7, run), run);
      const hub = {
        ...camera,
        moves: camera.moves.map((move) => ({ ...move, turn: 0.98 * move.turn })),
      };
      return { hub, camera };
    });
    const found = disagreements(pairs);
    expect(found.map(({ moveId, of }) => [moveId, of])).toEqual([['m2', 'turn']]);
    expect(degrees(found[0]!.difference.value)).toBeCloseTo(-1.8, 0);
    expect(disagreementSentence(found[0]!, 1)).toMatch(/^Move 2: the gyro says .*° where/);
    expect(disagreements(pairs.map(({ camera }) => ({ hub: camera, camera })))).toEqual([]);
  });

  it('belongs to the newest run of its length that has nothing told yet', () => {
    const run = (id: string, seconds: number | null, told = false) => ({
      id,
      happenedAt: `2026-11-2${id}T10:00:00.000Z`,
      seconds,
      told,
    });
    const runs = [run('1', 5.4), run('2', 9), run('3', 5.6), run('4', 5.5, true)];
    expect(proposedRun(runs, 5.5, 5.5)).toBe('3');
    expect(proposedRun(runs, 9.1, 5.5)).toBe('2');
    expect(proposedRun([run('1', null)], 5.5, 5.5)).toBe('1');
    expect(proposedRun([run('1', 5, true)], 5.5, 5.5)).toBeNull();
  });
});
