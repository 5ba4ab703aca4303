import { readFileSync } from 'node:fs';
import { episodesOf, type TelemetrySegment } from '../../src/core/benches/episodes.ts';
import { readingsIn, type BenchKind } from '../../src/core/benches/index.ts';
import { gyroRest, restFindings } from '../../src/core/benches/rest/gyroRest.ts';
import { gyroScale, scaleFindings } from '../../src/core/benches/scale/gyroScale.ts';
import { stillLogOf } from '../../src/core/benches/logs.ts';
import { rangeFindings, rangeResult } from '../../src/core/benches/range/range.ts';
import { lightFindings, lightResult } from '../../src/core/benches/light/light.ts';
import { trackFindings, trackResult } from '../../src/core/benches/track/track.ts';
import { fitTurnModel, turnFindings } from '../../src/core/benches/turn/turn.ts';
import { wheelsFindings, wheelsResult } from '../../src/core/benches/wheels/wheels.ts';
import { fieldFileSchema, robotFileSchema, routeFileSchema } from '../../src/core/formats/files.ts';
import type { Field } from '../../src/core/field/field.ts';
import { radians } from '../../src/core/mathematics/angle.ts';
import type { PracticeCommand } from '../../src/core/practice/commands.ts';
import { PracticeHub } from '../../src/core/practice/hub.ts';
import { practiceTruth } from '../../src/core/practice/truth.ts';
import { withFindings, type Findings } from '../../src/core/robot/finding.ts';
import { knowledgeOf, RobotDraws, type Knowledge } from '../../src/core/robot/knowledge.ts';
import type { RobotParameters } from '../../src/core/robot/parameters.ts';
import type { Sources } from '../../src/core/robot/sources.ts';
import type { RoutePlan } from '../../src/core/route/plan.ts';
import { RecordingBuilder } from '../../src/core/telemetry/recording.ts';

const demoFile = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../demo/${name}.json`, import.meta.url), 'utf8'));
const robotFile = robotFileSchema.parse(demoFile('robot'));

/** What the demo's team believed of its robot before it measured, and where each number comes from. */
export const BELIEVED: { setup: RobotParameters; sources: Sources } = robotFile.setups[0]!;
export const FIELD: Field = fieldFileSchema.parse(demoFile('field')).field;

/** The newest revisions of the demo's routes by their names. */
export const PLANS: Record<string, RoutePlan> = Object.fromEntries(
  ['sluice-and-tide-gauge', 'heron-hide', 'seed-bank', 'seed-bank-by-colour'].map((name) => {
    const { name: title, revisions } = routeFileSchema.parse(demoFile(`route-${name}`));
    return [title, revisions.at(-1)!.plan];
  }),
);

/** How thoroughly a team measures: four readings a bench, or as the sheets ask. */
export type Thoroughness = 'four trials' | 'full';

/** A robot whose truth nobody knows, and what its team knows of it. */
export interface HiddenRobot {
  truth: RobotParameters;
  setup: RobotParameters;
  sources: Sources;
  knowledge: Knowledge;
}

const times = <T>(count: number, thing: T): T[] => Array.from({ length: count }, () => thing);

/** A robot drawn from what was believed, measured on the benches, each by its practice robot. */
export function measuredRobot(seed: number, how: Thoroughness): HiddenRobot {
  const before = knowledgeOf(BELIEVED.setup, BELIEVED.sources);
  const draws = new RobotDraws(BELIEVED.setup, before);
  const truth = draws.robot(draws.deviations(seed, 0));
  return { truth, ...measured(truth, BELIEVED, seed, how) };
}

/** What the benches find of a true robot, taken over one after the other. */
function measured(
  truth: RobotParameters,
  believed: { setup: RobotParameters; sources: Sources },
  seed: number,
  how: Thoroughness,
): Omit<HiddenRobot, 'truth'> {
  const usual = practiceTruth(believed.setup, seed);
  const hub = new PracticeHub(
    {
      ...usual,
      setup: { ...truth, colours: usual.setup.colours },
      rangeOffsets: [truth.range.offset, 0, 0],
      quietDrift: truth.gyro.bias,
      sag: 0,
    },
    believed.setup,
    seed,
  );
  const lines = (commands: readonly PracticeCommand[]) =>
    commands.flatMap((command) => hub.carryOut(command));
  const episodes = (commands: readonly PracticeCommand[]) => episodesOf(lines(commands)).closed;
  const read = <K extends BenchKind>(kind: K, segments: readonly TelemetrySegment[]) =>
    segments.flatMap((segment) => readingsIn(kind, segment, believed.setup));
  const full = how === 'full';
  let now: { setup: RobotParameters; sources: Sources } = believed;
  const take = (findings: Findings | null) => {
    if (findings === null) return;
    now = withFindings(now.setup, now.sources, findings, { kind: 'bench', record: 1 });
  };
  const { drive } = believed.setup;

  const straights = full ? [500, 500, 500, 500, 1000, 1000, 1000, 1000] : times(4, 700);
  const wheels = wheelsResult(
    read('wheels', episodes(straights.map((distance) => ({ do: 'drive', distance, speed: 250 })))),
    drive,
  );
  take(wheels === null ? null : wheelsFindings(wheels));
  const spins = times(full ? 4 : 2, [1, -1]).flat();
  const track = trackResult(
    read(
      'track',
      episodes(spins.map((side) => ({ do: 'turn by motors', angle: side * 10 * Math.PI }))),
    ),
    drive.track,
  );
  // The turns were told by the wheels that were believed then.
  take(
    track === null
      ? null
      : withWheels(trackFindings(track, now.setup.drive.wheelDiameter), drive, now.setup),
  );
  lines([{ do: 'boot', touched: false }]);
  const log = lines([{ do: 'rest', seconds: full ? 30 : 15 }]);
  const builder = new RecordingBuilder();
  for (const line of log) builder.add(line);
  const still = stillLogOf(builder.finish(), truth.gyro.rightPositive);
  const rest = still === null ? null : gyroRest(still, believed.setup.gyro.step);
  take(rest === null ? null : restFindings(rest, believed.setup.gyro.biasSpread));
  const scale = gyroScale(
    read(
      'scale',
      episodes(
        (['right', 'left'] as const).flatMap((way) =>
          times(full ? 3 : 2, { do: 'spin', turns: 5, way }),
        ),
      ),
    ),
  );
  take(scale === null ? null : scaleFindings(scale));
  const angles = full ? [60, -60, 90, -90, 180, -180, 270, -270] : [90, -90, 180, -180];
  const rate = radians(90);
  const turn = fitTurnModel(
    read(
      'turn',
      episodes(
        angles.map((angle) => ({
          do: 'turn by gyro',
          trigger: radians(angle),
          rate,
          style: 'spot',
        })),
      ),
    ),
  );
  take(turn === null ? null : turnFindings(turn, now.setup, 'spot'));
  const tapes = full ? [100, 150, 200, 300, 400, 500, 600, 800] : [100, 200];
  const range = rangeResult(
    read(
      'range',
      episodes(
        tapes.flatMap((distance) => times(2, { do: 'tape', distance, incidence: 0 } as const)),
      ),
    ),
    15,
    false,
  );
  take(range === null ? null : rangeFindings(range.units[0]!, now.setup.range));
  const light = lightResult(
    read(
      'light',
      episodes(
        (['dark', 'light'] as const).map((surface) => ({
          do: 'over',
          surface,
          samples: full ? 12 : 4,
        })),
      ),
    ),
  );
  take(light === null ? null : lightFindings(light));
  return { ...now, knowledge: knowledgeOf(now.setup, now.sources) };
}

/** A track that was told by wheels which have since been measured. */
function withWheels(
  findings: Findings,
  told: { wheelDiameter: number },
  { drive: { wheelDiameter } }: RobotParameters,
): Findings {
  const found = findings['drive.track']!;
  const by = wheelDiameter / told.wheelDiameter;
  return { 'drive.track': { ...found, value: (found.value as number) * by } };
}
