import { episodesOf, type TelemetrySegment } from '../benches/episodes.ts';
import { readingsIn, type BenchKind, type BenchOf } from '../benches/index.ts';
import type { ReadingOf } from '../benches/definition.ts';
import { lightFindings, lightResult } from '../benches/light/light.ts';
import { stillLogOf } from '../benches/logs.ts';
import { rangeFindings, rangeResult } from '../benches/range/range.ts';
import { gyroRest, restFindings } from '../benches/rest/gyroRest.ts';
import { gyroScale, scaleFindings } from '../benches/scale/gyroScale.ts';
import { encoderSquare, squareFindings } from '../benches/square/square.ts';
import { trackFindings, trackResult } from '../benches/track/track.ts';
import { fitTurnModel, turnFindings } from '../benches/turn/turn.ts';
import { wheelsFindings, wheelsResult } from '../benches/wheels/wheels.ts';
import { radians } from '../mathematics/angle.ts';
import type { PracticeCommand } from '../practice/commands.ts';
import { PracticeHub } from '../practice/hub.ts';
import type { Findings } from '../robot/finding.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { recordingOfLines } from '../telemetry/recording.ts';
import type { DrillBench, World } from './world.ts';

/** What a bench of a drill found. */
export interface BenchOutcome {
  findings: Findings;
  /** Whether the range sensor of the robot reads otherwise than its kind, and by how much the others read too much, mm. */
  unitIsOdd: boolean;
  otherOffsets: number[];
}

/** A bench as it is done in a drill. */
interface BenchTrials {
  commands: PracticeCommand[];
  outcome: (segments: readonly TelemetrySegment[], setup: RobotParameters) => BenchOutcome | null;
}

const times = <T>(count: number, of: (i: number) => T): T[] =>
  Array.from({ length: count }, (_, i) => of(i));
const FIVE_TURNS = 10 * Math.PI;
/** Residual up to which a distance counts as useful, mm. */
const USEFUL_WITHIN = 5;

/** The benches that a drill has, as their sheets ask for them. */
const BENCH_TRIALS: Readonly<Record<DrillBench, BenchTrials>> = {
  wheels: {
    commands: times(6, (i) => ({ do: 'drive', distance: i % 2 === 0 ? 1000 : 500, speed: 250 })),
    outcome: (segments, setup) =>
      found(wheelsResult(all('wheels', segments, setup), setup.drive), wheelsFindings),
  },
  square: {
    commands: times(4, (i) => ({
      do: 'square',
      side: 800,
      way: i % 2 === 0 ? 'left' : 'right',
      by: 'encoders',
    })),
    outcome: (segments, setup) =>
      found(encoderSquare(all('square', segments, setup), 800, setup.drive.track), (result) =>
        squareFindings(result, setup.drive.wheelDiameter),
      ),
  },
  track: {
    commands: times(4, (i) => ({
      do: 'turn by motors',
      angle: i % 2 === 0 ? FIVE_TURNS : -FIVE_TURNS,
    })),
    outcome: (segments, setup) =>
      found(trackResult(all('track', segments, setup), setup.drive.track), (result) =>
        trackFindings(result, setup.drive.wheelDiameter),
      ),
  },
  rest: {
    commands: [{ do: 'rest', seconds: 40 }],
    outcome: (segments, setup) => {
      const log = stillLogOf(recordingOfLines(segments.flat()), setup.gyro.rightPositive);
      return found(log === null ? null : gyroRest(log, setup.gyro.step), (rest) =>
        restFindings(rest, setup.gyro.biasSpread),
      );
    },
  },
  scale: {
    commands: times(4, (i) => ({ do: 'spin', turns: 3, way: i % 2 === 0 ? 'right' : 'left' })),
    outcome: (segments, setup) => found(gyroScale(all('scale', segments, setup)), scaleFindings),
  },
  turn: {
    commands: times(8, (i) => ({
      do: 'turn by gyro',
      trigger: radians(i % 2 === 0 ? 60 : 150),
      rate: radians(120),
      style: 'spot',
    })),
    outcome: (segments, setup) =>
      found(fitTurnModel(all('turn', segments, setup)), (model) =>
        turnFindings(model, setup, 'spot'),
      ),
  },
  range: {
    commands: [100, 200, 300, 450].map((distance) => ({ do: 'tape', distance, incidence: 0 })),
    outcome: (segments, setup) => {
      const result = rangeResult(all('range', segments, setup), USEFUL_WITHIN, false);
      const [own, ...others] = result?.units ?? [];
      return own === undefined
        ? null
        : {
            findings: rangeFindings(own, setup.range),
            unitIsOdd: own.odd,
            otherOffsets: others.map(({ offset }) => offset.value),
          };
    },
  },
  light: {
    commands: [
      { do: 'over', surface: 'dark', samples: 12 },
      { do: 'over', surface: 'light', samples: 12 },
    ],
    outcome: (segments, setup) => found(lightResult(all('light', segments, setup)), lightFindings),
  },
};

/** Does a bench with the robot of a drill; null when nothing could be read. */
export function doBench(world: World, seed: number, kind: DrillBench): BenchOutcome | null {
  const { truth, believed } = world;
  const quiet = { ...truth, gyro: { ...truth.gyro, bias: 0 } };
  const hub = new PracticeHub(
    {
      setup: quiet,
      rangeOffsets: world.rangeUnits,
      patches: {},
      quietDrift: truth.gyro.bias,
      sag: 0,
      busFailsBelow: 0,
    },
    believed,
    seed,
  );
  const bench = BENCH_TRIALS[kind];
  const lines = bench.commands.flatMap((command) => hub.carryOut(command));
  const { closed, open } = episodesOf(lines);
  return bench.outcome([...closed, open], believed);
}

function all<Kind extends BenchKind>(
  kind: Kind,
  segments: readonly TelemetrySegment[],
  setup: RobotParameters,
): ReadingOf<BenchOf<Kind>>[] {
  return segments.flatMap((segment) => readingsIn(kind, segment, setup));
}

function found<R>(result: R | null, findingsOf: (result: R) => Findings): BenchOutcome | null {
  return result === null
    ? null
    : { findings: findingsOf(result), unitIsOdd: false, otherOffsets: [] };
}
