import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { FIELD } from '../../../demo/field.ts';
import { sightingsOf } from '../../../tests/sightings.ts';
import { readingOfDrive, type BenchKind, type BenchOf } from '../benches/index.ts';
import type { KnownCells, SeenDrive } from '../benches/seenDrive.ts';
import type { RobotFile } from '../formats/files.ts';
import { degrees, radians } from '../mathematics/angle.ts';
import type { PracticeCommand } from '../practice/commands.ts';
import { PracticeHub } from '../practice/hub.ts';
import { practiceTruth } from '../practice/truth.ts';
import { benchDrive } from './benchDrive.ts';
import { ANY_DRIVE } from './expectedRun.ts';
import { filmedBenchDrive } from './practice/benchDrive.ts';
import { lengthOf, practiceTurn, type Mishap } from './practice/outing.ts';
import { RunDetector, type SeenRun } from './runDetector.ts';

const robot = JSON.parse(
  readFileSync(new URL('../../../demo/robot.json', import.meta.url), 'utf8'),
) as RobotFile;
const { setup } = robot.setups.at(-1)!;
const conditions = { battery: null, surface: '', unit: '' };

/** The practice robot does one thing after the other before a camera, put down and taken away by hands. */
function watched(commands: readonly PracticeCommand[], mishaps: readonly Mishap[] = ['none']) {
  const hub = new PracticeHub(practiceTruth(setup, 41), setup, 41);
  const detector = new RunDetector(ANY_DRIVE);
  let begun = 0;
  return commands.map((command, i) => {
    const drive = filmedBenchDrive(hub, command, FIELD);
    const turn = practiceTurn(drive, 7, i, mishaps[i % mishaps.length]!);
    const from = begun;
    begun += lengthOf(turn);
    const runs = [...sightingsOf(turn, i)].flatMap(
      ({ time, robots }) => detector.push({ time: from + time, robots }) ?? [],
    );
    return { command, drive, runs };
  });
}

const sure = (runs: readonly SeenRun[]) => runs.filter(({ doubts }) => doubts.length === 0);
const empty = { trials: [], conditions };

describe('benches by camera', () => {
  it('have all eight straights when eight straights were driven', () => {
    const told = [500, 500, 500, 500, 1000, 1000, 1000, 1000];
    const bench = { ...empty, kind: 'wheels' as const, wheelDiameter: 56, track: 120 };
    const drives = watched(told.map((distance) => ({ do: 'drive', distance, speed: 250 })));
    drives.forEach(({ drive, runs }, i) => {
      expect(runs).toHaveLength(1);
      const reading = readingOfDrive(
        'wheels',
        benchDrive(runs[0]!),
        { told: told[i]! },
        { ...bench, trials: [] as never },
        setup,
        [],
      )!;
      const [from, to] = [drive.poseAt(0), drive.poseAt(drive.duration)];
      expect(reading.told).toBe(told[i]);
      expect(Math.abs(reading.ahead - (to.x - from.x))).toBeLessThan(0.5);
      expect(Math.abs(reading.left! - (to.y - from.y))).toBeLessThan(1);
    });
  });

  it('count whole turns, of five to the right and of a stop by the gyro', () => {
    const five = -10 * Math.PI;
    const [track] = watched([{ do: 'turn by motors', angle: five }]);
    const seen = benchDrive(track!.runs[0]!);
    const bench: BenchOf<'track'> = { ...empty, kind: 'track', track: 120 } as never;
    const reading = readingOfDrive('track', seen, { told: five }, bench, setup, [])!;
    const truly = track!.drive.poseAt(track!.drive.duration).heading;
    expect(Math.abs(degrees(reading.measured - truly))).toBeLessThan(0.1);

    const trigger = radians(180);
    const [turn] = watched([{ do: 'turn by gyro', trigger, rate: radians(150), style: 'spot' }]);
    const known = { trigger, rate: radians(150) };
    const turned = benchDrive(turn!.runs[0]!);
    const spot: BenchOf<'turn'> = { ...empty, kind: 'turn', style: 'spot' } as never;
    const stopped = readingOfDrive('turn', turned, known, spot, setup, [])!;
    expect(stopped.way).toBe('left');
    const end = turn!.drive.poseAt(turn!.drive.duration).heading;
    expect(Math.abs(degrees(stopped.measured - end))).toBeLessThan(0.1);
    expect(readingOfDrive('turn', turned, { trigger }, spot, setup, [])).toBeNull();
  });

  it('tell squares by the way round, and read where they end', () => {
    const bench: BenchOf<'square'> = {
      ...empty,
      kind: 'square',
      by: 'encoders',
      side: 500,
      track: 120,
    } as never;
    for (const way of ['left', 'right'] as const) {
      const [square] = watched([{ do: 'square', side: 500, way, by: 'encoders' }]);
      expect(square!.runs).toHaveLength(1);
      const reading = readingOfDrive('square', benchDrive(square!.runs[0]!), {}, bench, setup, [])!;
      const { drive } = square!;
      const [from, to] = [drive.poseAt(0), drive.poseAt(drive.duration)];
      expect(reading.way).toBe(way);
      expect(Math.abs(reading.x - (to.x - from.x))).toBeLessThan(1);
      expect(Math.abs(reading.y - (to.y - from.y))).toBeLessThan(1);
    }
  });

  it('say distance and top speed of a straight on a pack whose voltage is known', () => {
    const [straight] = watched([{ do: 'straight', distance: 600, speed: 400 }]);
    const bench: BenchOf<'battery'> = {
      ...empty,
      kind: 'battery',
      move: 'straight',
      told: 600,
    } as never;
    const seen = benchDrive(straight!.runs[0]!);
    expect(readingOfDrive('battery', seen, {}, bench, setup, [])).toBeNull();
    const reading = readingOfDrive('battery', seen, { voltage: 7.4 }, bench, setup, [])!;
    const { drive } = straight!;
    const speeds = Array.from({ length: 100 }, (_, i) => {
      const at = (drive.duration * i) / 100;
      return (drive.poseAt(at + 0.1).x - drive.poseAt(at - 0.1).x) / 0.2;
    });
    expect(reading.voltage).toBe(7.4);
    expect(
      Math.abs(reading.measured - (drive.poseAt(drive.duration).x - drive.start.x)),
    ).toBeLessThan(1);
    expect(reading.top! / Math.max(...speeds)).toBeCloseTo(1, 1);
  });

  it('count nothing that was pushed or picked up on its way', () => {
    const mishaps: Mishap[] = [
      'bump',
      'lift',
      'none',
      'hand',
      'straightened',
      'bump',
      'lift',
      'none',
    ];
    const drives = watched(
      mishaps.map(() => ({ do: 'drive', distance: 800, speed: 250 })),
      mishaps,
    );
    drives.forEach(({ runs }, i) => {
      const counts = sure(runs).length;
      expect([mishaps[i], counts]).toEqual([
        mishaps[i],
        mishaps[i] === 'bump' || mishaps[i] === 'lift' ? 0 : 1,
      ]);
    });
  });

  it('believe the hub’s motors more than the plan of what was driven, and none of another drive', () => {
    const hub = new PracticeHub(practiceTruth(setup, 41), setup, 41);
    const lines = hub.carryOut({ do: 'drive', distance: 500, speed: 250 });
    const said = lines.map((line) => ({ ...line, event: null }));
    const seen: SeenDrive = { ahead: 503, left: 2, turned: 0.01, top: { speed: 250, rate: 0.1 } };
    const bench = { ...empty, kind: 'wheels' as const, wheelDiameter: 56, track: 120 } as never;
    const read = (known: KnownCells, segment: typeof said) =>
      readingOfDrive('wheels', seen, known, bench, setup, segment)!;
    const heard = read({ told: 500 }, said);
    expect(heard.told).not.toBe(500);
    expect(Math.abs(heard.told - 500)).toBeLessThan(5);
    expect(heard).toMatchObject({ ahead: 503, left: 2 });
    // Half of it was rolled by a hand before.
    expect(read({ told: 500 }, said.slice(0, said.length / 3)).told).toBe(500);
  });

  it.each<[BenchKind, SeenDrive, KnownCells]>([
    ['wheels', { ahead: -500, left: 0, turned: 0, top: { speed: 1, rate: 0 } }, { told: 500 }],
    ['wheels', { ahead: 500, left: 0, turned: 1, top: { speed: 1, rate: 0 } }, { told: 500 }],
    ['track', { ahead: 3, left: 0, turned: 31, top: { speed: 1, rate: 0 } }, { told: -31 }],
    [
      'turn',
      { ahead: 400, left: 0, turned: 1.6, top: { speed: 1, rate: 0 } },
      { trigger: 1.6, rate: 2 },
    ],
    ['square', { ahead: 0, left: 0, turned: 3, top: { speed: 1, rate: 0 } }, {}],
    ['rest', { ahead: 0, left: 0, turned: 3, top: { speed: 1, rate: 0 } }, {}],
  ])('%s takes no reading of another drive', (kind, seen, known) => {
    expect(readingOfDrive(kind, seen, known, empty as never, setup, [])).toBeNull();
  });
});
