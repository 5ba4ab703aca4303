/**
 * `npm run coverage:benches`: feeds every bench from practice robots with hidden truths, in the text
 * that goes over the link, and counts how often a 95 % interval holds the truth. Prints the table that
 * docs/mathematics.md reports. The first argument is the number of seeds, the second one bench alone.
 */
import { batteryResult } from '../../src/core/benches/battery/battery.ts';
import { colourResult } from '../../src/core/benches/colour/colour.ts';
import { delaysResult } from '../../src/core/benches/delays/delays.ts';
import { episodesOf, type TelemetrySegment } from '../../src/core/benches/episodes.ts';
import { readingsIn, type BenchKind } from '../../src/core/benches/index.ts';
import { gyroRest } from '../../src/core/benches/rest/gyroRest.ts';
import { gyroScale } from '../../src/core/benches/scale/gyroScale.ts';
import { lightResult } from '../../src/core/benches/light/light.ts';
import { motionLogOf, stillLogOf } from '../../src/core/benches/logs.ts';
import { rangeResult } from '../../src/core/benches/range/range.ts';
import { encoderSquare, gyroSquare } from '../../src/core/benches/square/square.ts';
import { trackResult } from '../../src/core/benches/track/track.ts';
import { fitTurnModel } from '../../src/core/benches/turn/turn.ts';
import { wheelsResult } from '../../src/core/benches/wheels/wheels.ts';
import { radians } from '../../src/core/mathematics/angle.ts';
import type { PracticeCommand } from '../../src/core/practice/commands.ts';
import { PracticeHub } from '../../src/core/practice/hub.ts';
import { practiceTruth } from '../../src/core/practice/truth.ts';
import { STARTING_SETUP } from '../../src/core/robot/parameters.ts';
import { stoppingAngle } from '../../src/core/robot/stopping.ts';
import type { Estimate } from '../../src/core/mathematics/leastSquares.ts';
import { TelemetryReader, writeLine, type TelemetryLine } from '../../src/core/telemetry/lines.ts';
import { RecordingBuilder } from '../../src/core/telemetry/recording.ts';

const SEEDS = Number(process.argv[2] ?? 200);
const ONLY = process.argv[3];
const BELIEVED = STARTING_SETUP;
const CORNER = Math.PI / 2;

interface Count {
  held: number;
  asked: number;
  /** Sums of the error and of half the interval, for the table. */
  error: number;
  half: number;
}

const counts = new Map<string, Count>();

function note(what: string, estimate: Estimate | null | undefined, truth: number): void {
  const count = counts.get(what) ?? { held: 0, asked: 0, error: 0, half: 0 };
  counts.set(what, count);
  count.asked++;
  if (estimate == null) return;
  count.error += estimate.value - truth;
  count.half += (estimate.high - estimate.low) / 2;
  if (truth >= estimate.low && truth <= estimate.high) count.held++;
}

/** The readings of a bench that a segment holds, as a robot reads them that believes the starting numbers. */
const read = <K extends BenchKind>(kind: K, segment: TelemetrySegment) =>
  readingsIn(kind, segment, STARTING_SETUP);

/** Counts a yes or no as an interval that holds or does not. */
function yes(what: string, right: boolean): void {
  note(what, { value: 0, standardError: 0, low: right ? 0 : 1, high: 1 }, 0);
}

/** What a corner of the hub's gyro square really is beyond 90°, rad: the mean of many single turns. */
function trueCorner(hub: PracticeHub): number {
  const rate = radians(120);
  const trigger = CORNER - stoppingAngle(BELIEVED, rate, 'spot');
  const turns = Array.from({ length: 200 }, (_, i) => {
    const lines = hub.carryOut({
      do: 'turn by gyro',
      trigger: i % 2 === 0 ? trigger : -trigger,
      rate,
      style: 'spot',
    });
    return read('turn', episodesOf(lines).closed[0]!)[0]!.measured - CORNER;
  });
  return turns.reduce((sum, turn) => sum + turn, 0) / turns.length;
}

const times = <T>(count: number, thing: T): T[] => Array.from({ length: count }, () => thing);

function measure(seed: number): void {
  const truth = practiceTruth(BELIEVED, seed);
  const hub = new PracticeHub(truth, BELIEVED, seed);
  const { drive } = BELIEVED;
  const true_ = truth.setup;
  const wanted = (bench: string) => ONLY === undefined || ONLY === bench;
  /** What arrives over the link: the hub's lines as text, read again. */
  const lines = (commands: readonly PracticeCommand[]): TelemetryLine[] => {
    const reader = new TelemetryReader();
    return commands
      .flatMap((command) =>
        reader.push(
          hub
            .carryOut(command)
            .map((l) => `${writeLine(l)}\n`)
            .join(''),
        ),
      )
      .map((read) => {
        if ('fault' in read) throw new Error(read.fault);
        return read.line;
      });
  };
  const episodes = (commands: readonly PracticeCommand[]) => episodesOf(lines(commands)).closed;
  const recording = (all: readonly TelemetryLine[]) => {
    const builder = new RecordingBuilder();
    for (const line of all) builder.add(line);
    return builder.finish();
  };

  if (wanted('wheels')) {
    const found = wheelsResult(
      episodes(
        [500, 1000].flatMap((distance) => times(4, { do: 'drive', distance, speed: 250 })),
      ).map((one) => read('wheels', one)[0]!),
      drive,
    )!;
    note('wheels: diameter', found.wheelDiameter, true_.drive.wheelDiameter);
    note('wheels: ratio', found.wheelRatio, true_.drive.wheelRatio);
  }
  // Told by a estimated diameter, a turn shows the track in units of that diameter.
  const perDiameter = drive.wheelDiameter / true_.drive.wheelDiameter;
  if (wanted('track')) {
    const found = trackResult(
      episodes(
        [1, -1].flatMap((side) => times(4, { do: 'turn by motors', angle: side * 10 * Math.PI })),
      ).map((one) => read('track', one)[0]!),
      drive.track,
    )!;
    note('track', found.track, true_.drive.track * perDiameter);
  }
  if (wanted('square')) {
    const drive10 = (by: 'encoders' | 'gyro') =>
      episodes(
        (['right', 'left'] as const).flatMap((way) =>
          times(5, { do: 'square', side: 1000, way, by }),
        ),
      ).map((one) => read('square', one)[0]!);
    const found = encoderSquare(drive10('encoders'), 1000, drive.track)!.found;
    note('square by encoders: ratio', found.wheelRatio, true_.drive.wheelRatio);
    note('square by encoders: track', found.track, true_.drive.track * perDiameter);
    const squares = drive10('gyro');
    const corner = trueCorner(hub);
    note('square by gyro: corner error', gyroSquare(squares, 1000)!.found.cornerError, corner);
  }
  if (wanted('rest')) {
    lines([{ do: 'boot', touched: seed % 2 === 0 }]);
    const all = lines([{ do: 'rest', seconds: 15 }]);
    const before = hub.trueDrift;
    all.push(...lines([{ do: 'nudge' }, { do: 'rest', seconds: 15 }]));
    const rest = gyroRest(stillLogOf(recording(all), true_.gyro.rightPositive)!);
    note('gyro at rest, leaned on once: drift', rest?.bias, (before + hub.trueDrift) / 2);
    yes('gyro at rest: the lean was found, once', rest?.moved.length === 1);
  }
  if (wanted('scale')) {
    const found = gyroScale(
      episodes(
        (['right', 'left'] as const).flatMap((way) => times(3, { do: 'spin', turns: 5, way })),
      ).map((one) => read('scale', one)[0]!),
    );
    note('gyro scale', found?.scale, true_.gyro.scale);
    yes('gyro sign', found?.rightPositive === true_.gyro.rightPositive);
  }
  if (wanted('turn')) {
    lines([{ do: 'boot', touched: false }]);
    const rate = radians(90);
    const angles = [60, -60, 90, -90, 180, -180, 270, -270].map(radians);
    const model = fitTurnModel(
      episodes(
        angles.map((trigger) => ({ do: 'turn by gyro', trigger, rate, style: 'spot' }) as const),
      ).map((one) => read('turn', one)[0]!),
    )!;
    note('turn: run-on', model.runOn[0]!.estimate, stoppingAngle(true_, rate, 'spot'));
    note('turn: slope', model.slope, 1 / true_.gyro.scale);
  }
  if (wanted('range')) {
    const found = rangeResult(
      episodes(
        [100, 150, 200, 300, 400, 500, 600, 800].flatMap((distance) =>
          times(2, { do: 'tape', distance, incidence: 0 }),
        ),
      ).flatMap((one) => read('range', one)),
      15,
      false,
    )!;
    note('range: offset', found.units[0]!.offset, truth.rangeOffsets[0]);
    note('range: offset of another unit', found.units[2]!.offset, truth.rangeOffsets[2]);
    yes(
      'range: the odd unit was flagged, and it alone',
      found.units.map((u) => u.odd).join() === 'false,false,true',
    );
  }
  if (wanted('light')) {
    const found = lightResult(
      episodes(
        (['dark', 'light'] as const).map((surface) => ({ do: 'over', surface, samples: 12 })),
      ).map((one) => read('light', one)[0]!),
    )!;
    note('light: dark', found.dark, truth.setup.light.dark);
    note('light: light', found.light, truth.setup.light.light);
    note(
      'light: threshold',
      found.threshold,
      (truth.setup.light.dark + truth.setup.light.light) / 2,
    );
  }
  if (wanted('colour')) {
    const found = colourResult(
      episodes(Object.keys(truth.patches).map((name) => ({ do: 'patch', name, samples: 10 }))).map(
        (one) => read('colour', one)[0]!,
      ),
    )!;
    yes(
      'colour: no pair but green and teal overlaps',
      found.overlaps.every(({ a, b }) => `${a} ${b}` === 'green teal'),
    );
  }
  if (wanted('battery')) {
    const packs = [1.03, 1, 0.95, 0.9].map((share) => share * true_.battery.voltage);
    const found = batteryResult(
      episodes(
        packs.flatMap((voltage) => [
          { do: 'charge' as const, voltage },
          ...times(3, { do: 'straight' as const, distance: 600, speed: 300 }),
        ]),
      ).flatMap((one) => read('battery', one)),
      true_.battery.voltage,
    )!;
    note('battery: how the speed follows', found.follows, true_.battery.speedFollows);
  }
  if (wanted('delays')) {
    const log = motionLogOf(
      recording(lines([{ do: 'wiggle', seconds: 20 }])),
      drive,
      true_.gyro.rightPositive,
    )!;
    const found = delaysResult(log);
    note('delays: latency of the gyro', found?.latency, true_.gyro.latency);
    note('delays: period of the lines', found?.period, 0.01);
  }
}

for (let seed = 1; seed <= SEEDS; seed++) measure(seed);
console.warn(`| estimate | held | share | mean error | mean half interval |`);
console.warn(`| --- | --- | --- | --- | --- |`);
for (const [what, { held, asked, error, half }] of counts) {
  const share = ((100 * held) / asked).toFixed(1);
  console.warn(
    `| ${what} | ${held} of ${asked} | ${share} % | ${(error / asked).toPrecision(2)} | ${(half / asked).toPrecision(2)} |`,
  );
}
