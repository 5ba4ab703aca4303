import { describe, expect, it } from 'vitest';
import { episodesOf, type TelemetrySegment } from '../benches/episodes.ts';
import { readingsIn, type BenchKind } from '../benches/index.ts';
import { degrees, radians } from '../mathematics/angle.ts';
import { stillLogOf } from '../benches/logs.ts';
import { gyroRest, restFindings } from '../benches/rest/gyroRest.ts';
import { newMove } from '../moves/index.ts';
import { STARTING_SETUP, withSetupValues } from '../robot/parameters.ts';
import { RecordingBuilder } from '../telemetry/recording.ts';
import { TelemetryReader, writeLine } from '../telemetry/lines.ts';
import type { PracticeCommand } from './commands.ts';
import { LINE_PERIOD, PracticeHub } from './hub.ts';
import { practiceTruth } from './truth.ts';
import { EVERY_KIND_FIELD, EVERY_KIND_PLAN } from '../../../tests/fixtures/everyKind.ts';

const hubOf = (seed: number) =>
  new PracticeHub(practiceTruth(STARTING_SETUP, seed), STARTING_SETUP, seed);
const SHORT: PracticeCommand[] = [
  { do: 'boot', touched: true },
  { do: 'rest', seconds: 1 },
  { do: 'nudge' },
  { do: 'remedy', remedy: 'power cycle' },
  { do: 'charge' },
  { do: 'spin', turns: 1, way: 'right' },
  { do: 'drive', distance: 200, speed: 250 },
  { do: 'turn by motors', angle: Math.PI },
  { do: 'turn by gyro', trigger: radians(-60), rate: radians(90), style: 'spot' },
  { do: 'square', side: 300, way: 'left', by: 'encoders' },
  { do: 'square', side: 300, way: 'right', by: 'gyro' },
  { do: 'tape', distance: 200, incidence: 0 },
  { do: 'over', surface: 'dark', samples: 2 },
  { do: 'patch', name: 'teal', samples: 2 },
  { do: 'wiggle', seconds: 1 },
];

describe('the practice robot', () => {
  it('speaks the protocol: every line is read, counted without a gap, in the order of time', () => {
    const hub = hubOf(4);
    const reader = new TelemetryReader();
    let n = 0;
    let time = 0;
    for (const command of SHORT) {
      for (const sent of hub.carryOut(command)) {
        const [read] = reader.push(`${writeLine(sent)}\n`);
        if (read === undefined || 'fault' in read) throw new Error(JSON.stringify(read));
        expect(read.line.n).toBe(++n);
        expect(read.line.values['t_s']).toBeGreaterThanOrEqual(time);
        time = read.line.values['t_s']!;
      }
    }
    expect(n).toBeGreaterThan(1000);
    expect(reader.ignored.size).toBe(0);
  });

  it('is the same for the same seed, and another for another', () => {
    const text = (seed: number) =>
      SHORT.flatMap((command) => hubOf(seed).carryOut(command).map(writeLine)).join('\n');
    expect(text(7)).toBe(text(7));
    expect(text(8)).not.toBe(text(7));
  });

  it('drives every kind of move on the field of a route, and says where it looked and stood', () => {
    const sent = hubOf(3).carryOut({ do: 'route', plan: EVERY_KIND_PLAN, field: EVERY_KIND_FIELD });
    const events = sent.flatMap(({ event }) => (event === null ? [] : [event]));
    // Its light sensors, wheels and colours are not what the setup says, so it need not find its way to the end.
    expect(events[0]).toBe('set off');
    expect(events).toContain('at Post');
    expect(events.filter((event) => event === 'yes' || event === 'no')).toHaveLength(4);
    const at = sent.find(({ event }) => event === 'at Post')!;
    expect(Object.keys(at.values)).toEqual(
      expect.arrayContaining(['ahead_mm', 'aside_mm', 'turned_deg']),
    );
    expect(sent.some(({ values }) => 'range_mm' in values)).toBe(true);
  });

  it('says when a route is over, and now and then that it was put down carelessly', () => {
    const plan = { startId: 'start', moves: [newMove('drive', 'd', { distance: 60 })] };
    const hub = hubOf(11);
    const events = Array.from({ length: 150 }, () =>
      hub
        .carryOut({ do: 'route', plan, field: EVERY_KIND_FIELD })
        .flatMap(({ event }) => (event === null ? [] : [event])),
    );
    expect(events.every((run) => run.at(-1) === 'route over')).toBe(true);
    const crooked = events.filter((run) => run.includes('stood crooked')).length;
    // 3 % of 150, and three standard errors of it.
    expect(crooked).toBeGreaterThan(0);
    expect(crooked).toBeLessThan(4.5 + 3 * Math.sqrt(4.5));
  });

  it('says a line every hundredth of a second', () => {
    const times = hubOf(2)
      .carryOut({ do: 'rest', seconds: 2 })
      .map((line) => line.values['t_s']!);
    expect(Math.abs(times.length - 200)).toBeLessThanOrEqual(1);
    times.slice(1).forEach((t, i) => expect(t - times[i]!).toBeCloseTo(LINE_PERIOD, 6));
  });

  it('learns a wrong zero when it is touched at power-on, and a good one when it is not', () => {
    const drift = (touched: boolean) => {
      const hub = hubOf(3);
      hub.carryOut({ do: 'boot', touched });
      hub.carryOut({ do: 'rest', seconds: 1 });
      return Math.abs(degrees(hub.trueDrift));
    };
    expect(drift(true)).toBeGreaterThan(0.2);
    expect(drift(false)).toBeLessThan(0.05);
  });

  it('has a gyro whose angle walks, which a long check at rest finds again', () => {
    const truth = practiceTruth(STARTING_SETUP, 5);
    const walk = 0.0006;
    const setup = withSetupValues(truth.setup, {
      'gyro.angleWalk': walk,
      'gyro.biasWalk': 0,
      'gyro.noise': 0.0002,
      'gyro.step': 0,
    });
    const hub = new PracticeHub({ ...truth, setup }, STARTING_SETUP, 5);
    const builder = new RecordingBuilder();
    for (const line of hub.carryOut({ do: 'rest', seconds: 300 })) builder.add(line);
    const rest = gyroRest(stillLogOf(builder.finish(), setup.gyro.rightPositive)!)!;
    const { value, spread } = restFindings(rest, 0)['gyro.angleWalk']!;
    expect(Math.abs(Math.log((value as number) / walk))).toBeLessThan(2 * spread!);
  });

  it('loses its bus sensors when the battery is low, and has them back on a full one', () => {
    const truth = { ...practiceTruth(STARTING_SETUP, 5), sag: 2 };
    const hub = new PracticeHub(truth, STARTING_SETUP, 5);
    const first = hub.carryOut({ do: 'rest', seconds: 0.1 }).at(-1)!;
    expect(first.values).toHaveProperty('heading_deg');
    const low = hub.carryOut({ do: 'rest', seconds: 1 }).at(-1)!;
    expect(low.values).not.toHaveProperty('heading_deg');
    expect(low.values).toHaveProperty('left_deg');
    hub.carryOut({ do: 'charge' });
    expect(hub.carryOut({ do: 'rest', seconds: 0.1 }).at(-1)!.values).toHaveProperty('heading_deg');
  });

  it('goes on counting lines and time where it was before a new start', () => {
    const truth = practiceTruth(STARTING_SETUP, 5);
    const hub = new PracticeHub(truth, STARTING_SETUP, 5, { lines: 120, clock: 33 });
    const [line] = hub.carryOut({ do: 'rest', seconds: 0.05 });
    expect(line!.n).toBe(121);
    expect(line!.values['t_s']).toBeGreaterThan(33);
  });

  it('drives by the program that it was given last', () => {
    const truth = practiceTruth(STARTING_SETUP, 6);
    const ahead = (hub: PracticeHub) =>
      hub.carryOut({ do: 'drive', distance: 500, speed: 250 }).at(-1)!.values['ahead_mm']!;
    const hub = new PracticeHub(truth, STARTING_SETUP, 6);
    const before = ahead(hub);
    // A program that believes in wheels half as large turns them twice as far.
    hub.reprogram({
      ...STARTING_SETUP,
      drive: { ...STARTING_SETUP.drive, wheelDiameter: STARTING_SETUP.drive.wheelDiameter / 2 },
    });
    expect(ahead(hub) / before).toBeGreaterThan(1.9);
  });
});

describe('episodes of the link', () => {
  const read = <K extends BenchKind>(kind: K, segment: TelemetrySegment) =>
    readingsIn(kind, segment, STARTING_SETUP);
  const episodes = (...commands: PracticeCommand[]) =>
    episodesOf(commands.flatMap((command) => hubOf(9).carryOut(command)));

  it('end with their event and give the reading of their own bench only', () => {
    const { closed, open } = episodes(
      { do: 'drive', distance: 300, speed: 250 },
      { do: 'square', side: 300, way: 'left', by: 'encoders' },
      { do: 'rest', seconds: 0.1 },
    );
    expect(closed).toHaveLength(2);
    expect(open).toHaveLength(10);
    const [driven, square] = closed;
    expect(read('wheels', driven!)[0]!.told).toBeCloseTo(300, -1);
    expect(read('wheels', square!)).toEqual([]);
    expect(read('square', square!)[0]!.way).toBe('left');
    expect(read('square', driven!)).toEqual([]);
    for (const other of ['scale', 'turn', 'light', 'range'] as const) {
      expect(read(other, driven!)).toEqual([]);
    }
  });

  it('give turn, spin, tape, light and colour what was read', () => {
    const only = (command: PracticeCommand) => episodes(command).closed[0]!;
    const turn = read(
      'turn',
      only({ do: 'turn by gyro', trigger: radians(-90), rate: radians(120), style: 'spot' }),
    )[0]!;
    expect(turn).toMatchObject({ way: 'right', trigger: radians(90) });
    expect(degrees(turn.rate)).toBeCloseTo(120, 6);
    expect(degrees(turn.measured)).toBeGreaterThan(92);
    const spun = read('scale', only({ do: 'spin', turns: 3, way: 'left' }))[0]!;
    expect(spun).toMatchObject({ way: 'left', turns: 3 });
    expect(Math.abs(degrees(spun.reported)) / 1080).toBeCloseTo(1, 1);
    const readings = read('range', only({ do: 'tape', distance: 250, incidence: 0 }));
    expect(readings.map(({ unit }) => unit)).toEqual(['range', 'range2', 'range3']);
    expect(readings.every(({ tape }) => tape === 250)).toBe(true);
    expect(
      read('light', only({ do: 'over', surface: 'light', samples: 1 }))[0]!.value,
    ).toBeGreaterThan(0.4);
    expect(read('colour', only({ do: 'patch', name: 'red', samples: 1 }))[0]).toMatchObject({
      name: 'red',
    });
    const track = read('track', only({ do: 'turn by motors', angle: -2 * Math.PI }))[0]!;
    expect(track.told).toBeCloseTo(-2 * Math.PI, 1);
  });
});
