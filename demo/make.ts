/**
 * Makes the demo scenario “Saltmarsh Watch” by simulation: a robot whose true numbers differ from
 * its setup, three evenings of practice, and what was measured there. Run with `npm run demo:make`;
 * the same seed gives the same files.
 */
import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import {
  writeJsonFile,
  type MatchFile,
  type RobotFile,
  type RouteFile,
  type RunRow,
  type RunsFile,
} from '../src/core/formats/files.ts';
import { writeRunsTable } from '../src/core/formats/tables/runsTable.ts';
import { fitTurnModel, turnFindings } from '../src/core/benches/turn/turn.ts';
import type { Sources } from '../src/core/robot/sources.ts';
import { withFindings } from '../src/core/robot/finding.ts';
import { aimOptions, predictedEffectsOf } from '../src/core/analysis/aim/aim.ts';
import { toolPose } from '../src/core/robot/toolPose.ts';
import { chancesOf, rangeOf } from '../src/core/analysis/runs/chanceRange.ts';
import { offsetPosterior, usualScale } from '../src/core/analysis/runs/posterior.ts';
import { summarise } from '../src/core/analysis/runs/summary.ts';
import { offsetFrom, scores, type Offset } from '../src/core/field/field.ts';
import { circularMean, radians, degrees } from '../src/core/mathematics/angle.ts';
import type { Pose } from '../src/core/mathematics/pose.ts';
import { mean } from '../src/core/mathematics/sample.ts';
import {
  STARTING_SETUP,
  withSetupValues,
  type RobotParameters,
} from '../src/core/robot/parameters.ts';
import { checkpointsOf } from '../src/core/route/checkpoints.ts';
import { shiftedPlan, type RoutePlan } from '../src/core/route/plan.ts';
import { type Move } from '../src/core/moves/index.ts';
import { nominalRun, poseAt, randomRun, type RunRecord } from '../src/core/simulation/run.ts';
import { moveReadings } from '../src/core/analysis/moves/moveReadings.ts';
import { trackRecording } from '../src/core/camera/trackRecording.ts';
import { normal } from '../src/core/mathematics/randomness.ts';
import { runsFileOf } from '../src/core/formats/tables/anyFile.ts';
import { simulateTurnTrials } from '../src/core/practice/turnTrials.ts';
import type { RehearsalEvent } from '../src/core/match/rehearsal.ts';
import { benchRecords } from './benches.ts';
import { inFile } from './inFile.ts';
import { FIELD, FIELD_NAME } from './field.ts';
import { newMove } from '../src/core/moves/index.ts';

const SEED = 20261105;
const ROBOT = 'Curlew';

/** What the team believes at first: read off a data sheet, or measured with a ruler. */
const BELIEVED = withSetupValues(STARTING_SETUP, {
  'body.ahead': 95,
  'body.behind': 75,
  'body.width': 140,
  'body.toolX': 125,
  'drive.wheelDiameter': 61,
  'drive.track': 118,
  'range.x': 80,
});

/** What is true, and what nobody at the table knows. */
const TRUTH = withSetupValues(BELIEVED, {
  'drive.wheelDiameter': 60.8,
  'drive.wheelRatio': 1.004,
  'drive.track': 119.6,
  'gyro.scale': 0.996,
  'gyro.latency': 0.023,
  'motor.braking': 1550,
  'range.offset': -26,
  'placement.alongSpread': 2.2,
  'placement.acrossSpread': 2.4,
  'placement.headingSpread': 0.007,
  'ground.slip': 0.28,
  'light.noise': 0.012,
  'colour.noise': 0.02,
});

const moves = {
  drive: (id: string, distance: number, heading: number | null = null): Move =>
    newMove('drive', id, { distance, heading }),
  turnTo: (id: string, heading: number): Move =>
    newMove('turn', id, { target: { kind: 'heading', heading: radians(heading) } }),
  approach: (id: string, distance: number): Move => newMove('approach', id, { distance }),
  measured: (modelId: string): Move =>
    newMove('checkpoint', modelId, {
      name: FIELD.models.find(({ id }) => id === modelId)!.name,
      modelId,
    }),
};

const SLUICE_AND_TIDE_GAUGE: RoutePlan = {
  startId: 'near-left',
  moves: [
    moves.drive('m1', 885, 0),
    moves.turnTo('m2', 45),
    moves.drive('m3', 297),
    moves.turnTo('m4', -90),
    moves.drive('m5', 70),
    moves.measured('sluice'),
    moves.drive('m6', -575),
    moves.turnTo('m7', 0),
    moves.approach('m8', 85),
    moves.measured('tide-gauge'),
  ],
};

const HERON_HIDE: RoutePlan = {
  startId: 'near-left',
  moves: [
    moves.drive('m1', 490, 0),
    moves.turnTo('m2', 90),
    newMove('drive', 'm3', { distance: 527, hold: 'none' }),
    moves.measured('heron-hide'),
  ],
};

/** The same with the wall of the Heron Hide as a reference at the end. */
const HERON_HIDE_BY_RANGE: RoutePlan = {
  ...HERON_HIDE,
  moves: [
    moves.drive('m1', 490, 0),
    moves.turnTo('m2', 90),
    moves.drive('m3', 330, Math.PI / 2),
    moves.approach('m4', 83),
    moves.measured('heron-hide'),
  ],
};

/**
 * The same from the other start, by a colour: if the range sensor sees the Seed Bank there, it says where to stop;
 * otherwise the wheels do. Started by a hand. Not driven yet either.
 */
const SEED_BANK_BY_COLOUR: RoutePlan = {
  startId: 'near-left-up',
  startBy: { kind: 'range', sensor: 'ahead', nearerThan: 120 },
  moves: [
    moves.drive('m1', 360, 0),
    moves.turnTo('m2', -90),
    moves.drive('m3', 640, -Math.PI / 2),
    newMove('until colour', 'm4', { colour: 'red', looks: 2, speed: 120 }),
    newMove('choose', 'm5', {
      ask: { kind: 'range', sensor: 'ahead', nearerThan: 560 },
      looks: 5,
    }),
    moves.drive('m6', 300, -Math.PI / 2),
    moves.approach('m7', 84),
    newMove('otherwise', 'm8'),
    moves.drive('m9', 470, -Math.PI / 2),
    newMove('join', 'm10'),
    newMove('arm', 'm11', { servo: 0.7 }),
    moves.measured('seed-bank'),
  ],
};

/** To the Seed Bank with the printed line on the way: nothing of it was driven yet. */
const SEED_BANK: RoutePlan = {
  startId: 'near-left',
  moves: [
    newMove('settle', 'm1'),
    moves.drive('m2', 820, 0),
    moves.turnTo('m3', 90),
    newMove('until line', 'm4', { speed: 180, heading: Math.PI / 2 }),
    moves.drive('m5', -85, Math.PI / 2),
    moves.turnTo('m6', 0),
    moves.drive('m7', 280, 0),
    moves.approach('m8', 84),
    newMove('arm', 'm9', { angle: radians(80), power: 0.4 }),
    moves.measured('seed-bank'),
  ],
};

interface Practice {
  session: string;
  startedAt: string;
  surface: string;
  people: string;
}

const EVENINGS: Practice[] = [
  {
    session: 'First evening',
    startedAt: '2026-11-05T17:30:00.000Z',
    surface: 'mat, home table',
    people: 'R, T',
  },
  {
    session: 'Second evening',
    startedAt: '2026-11-12T17:30:00.000Z',
    surface: 'mat, home table',
    people: 'R, T, L',
  },
  {
    session: 'Third evening',
    startedAt: '2026-11-19T17:30:00.000Z',
    surface: 'mat, home table',
    people: 'R, L',
  },
];

interface Series {
  practice: Practice;
  /** Minutes after the start of the session. */
  after: number;
  route: string;
  revision: number;
  plan: RoutePlan;
  setup: number;
  estimated: RobotParameters;
  truth: (run: number) => RobotParameters;
  runs: number;
  /** The run, from 0, that was put down beside the jig. */
  putDownWrong?: number;
  /** What a camera over the table saw goes here, where one hung there. */
  tracks?: RunsFile['telemetry'];
}

let serial = 0;

/** Simulates a series and measures it as people do: to the millimetre and the half degree. */
function practise(series: Series): RunRow[] {
  return Array.from({ length: series.runs }, (_, index) => {
    serial++;
    const wrong = series.putDownWrong === index;
    const truth = withSetupValues(series.truth(index), {
      'battery.voltage': 8.05 - 0.022 * index,
      'battery.voltageSpread': 0.01,
    });
    const field = wrong
      ? {
          ...FIELD,
          starts: FIELD.starts.map((start) => ({
            ...start,
            pose: { x: start.pose.x - 6, y: start.pose.y + 38, heading: start.pose.heading + 0.03 },
          })),
        }
      : FIELD;
    const record = randomRun(
      { plan: series.plan, field, estimated: series.estimated, trueParameters: truth },
      SEED,
      serial,
    );
    const measured = checkpointsOf(series.plan).map((checkpoint) => {
      const model = FIELD.models.find((candidate) => candidate.id === checkpoint.modelId)!;
      const end = record.moves.find((move) => move.moveId === checkpoint.id)!.end;
      const offset = rounded(offsetFrom(model.zone, toolPose(truth.body, end)));
      return { checkpoint, model, offset, hit: scores(model.zone, offset) };
    });
    series.tracks?.push(trackOf(record, series));
    const happened = Date.parse(series.practice.startedAt) + (series.after + 2 * index) * 60_000;
    return {
      id: identifier(`run ${serial}`),
      session: series.practice.session,
      sessionStartedAt: series.practice.startedAt,
      surface: series.practice.surface,
      people: series.practice.people,
      route: series.route,
      revision: series.revision,
      setup: series.setup,
      happenedAt: new Date(happened).toISOString(),
      measurements: measured.map(({ checkpoint, offset }) => ({
        checkpoint: checkpoint.id,
        ...offset,
      })),
      outcomes: measured.map(({ model, hit }) => ({ model: model.id, hit, points: null })),
      battery: Number((8.05 - 0.022 * index).toFixed(2)),
      // The gyro is looked at before the first run and again after every fifth.
      gyroAt: new Date(happened - (1 + 2 * (index % 5)) * 60_000).toISOString(),
      jig: !wrong,
      seconds: Number(record.duration.toFixed(1)),
      setAside: wrong ? 'put down wrong' : null,
      note: wrong ? 'stood left of the jig' : '',
    };
  });
}

/** What a camera sees: pictures a second, how far places and headings are off in one, mm and rad, and how long it stands before and after. */
const CAMERA = { rate: 20, place: 0.2, heading: 0.001, stands: 0.5 };

/** A run as a camera saw it: its track, and what each move of it did. */
function trackOf(record: RunRecord, { plan, estimated }: Series): RunsFile['telemetry'][number] {
  const draw = normal(SEED, serial, 95);
  const count = Math.ceil((record.duration + 2 * CAMERA.stands) * CAMERA.rate);
  const track = Array.from({ length: count }, (_, picture) => {
    const time = picture / CAMERA.rate;
    const { x, y, heading } = poseAt(record, Math.max(0, time - CAMERA.stands));
    return {
      time,
      x: x + CAMERA.place * draw(),
      y: y + CAMERA.place * draw(),
      heading: heading + CAMERA.heading * draw(),
    };
  });
  const nominal = nominalRun({ plan, field: FIELD, estimated, trueParameters: estimated });
  return {
    ...inFile(identifier(`track ${serial}`), trackRecording(track)),
    run: identifier(`run ${serial}`),
    source: 'camera',
    seen: {
      start: middle(track.slice(0, CAMERA.stands * CAMERA.rate)),
      moves: moveReadings(track, [nominal]),
      end: middle(track.slice(-CAMERA.stands * CAMERA.rate)),
    },
  };
}

function middle(poses: readonly Pose[]): Pose {
  return {
    x: mean(poses.map(({ x }) => x)),
    y: mean(poses.map(({ y }) => y)),
    heading: circularMean(poses.map(({ heading }) => heading)),
  };
}

function rounded(offset: Offset): Offset {
  const whole = (value: number) => Math.round(value) || 0;
  return {
    along: whole(offset.along),
    left: whole(offset.left),
    turned: radians((Math.round(2 * degrees(offset.turned)) || 0) / 2),
  };
}

/** A UUID made from a text, the same every time. */
function identifier(text: string): string {
  const hex = createHash('sha256').update(`${SEED} ${text}`).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

function trialsOfFirstEvening() {
  const triggers = [45, 45, 90, 90, 90, 135, 135, 180, 180, 270].map(radians);
  return simulateTurnTrials(TRUTH, triggers, radians(120), 'spot', SEED).map((trial) => ({
    ...trial,
    measured: radians(Math.round(2 * degrees(trial.measured)) / 2),
    way: null,
    struck: null,
  }));
}

/** The plan after the best aim at a checkpoint from what was measured there, and what it promises. */
function aimed(plan: RoutePlan, estimated: RobotParameters, runs: RunRow[], checkpointId: string) {
  const checkpoint = checkpointsOf(plan).find((candidate) => candidate.id === checkpointId)!;
  const { zone } = FIELD.models.find((model) => model.id === checkpoint.modelId)!;
  const offsets = runs
    .filter((run) => run.setAside === null)
    .map((run) => run.measurements.find((m) => m.checkpoint === checkpointId)! as Offset);
  const experiment = { plan, field: FIELD, estimated, trueParameters: estimated };
  const summary = summarise(offsets);
  const posterior = offsetPosterior(
    offsets.map((offset) => ({ offset, session: null })),
    usualScale(zone),
    zone.headingTolerance !== null,
    1,
  );
  const now = rangeOf(chancesOf(posterior, zone, { along: 0, left: 0, turned: 0 }));
  const target = { checkpoint, zone, summary, posterior, now };
  const best = aimOptions(experiment, [target])[0]!;
  return {
    plan: shiftedPlan(plan, new Map(best.changes.map((change) => [change.moveId, change.change]))),
    promises: predictedEffectsOf(best, [target]),
  };
}

function make(): Record<string, string> {
  const trials = trialsOfFirstEvening();
  const measured = afterTurnBench(trials);
  const estimated = measured.setup;
  const [first, second, third] = EVENINGS as [Practice, Practice, Practice];
  const route = 'Sluice, then Tide Gauge';
  // The hub was touched while it booted: the gyro drifts all evening.
  const drifting = withSetupValues(TRUTH, { 'gyro.bias': radians(-0.28) });
  const touched = practise({
    practice: first,
    after: 45,
    route,
    revision: 1,
    plan: SLUICE_AND_TIDE_GAUGE,
    setup: 2,
    estimated,
    truth: () => drifting,
    runs: 10,
    putDownWrong: 6,
  });
  const before = practise({
    practice: second,
    after: 10,
    route,
    revision: 1,
    plan: SLUICE_AND_TIDE_GAUGE,
    setup: 2,
    estimated,
    truth: () => TRUTH,
    runs: 8,
  });
  const aim = aimed(SLUICE_AND_TIDE_GAUGE, estimated, before, 'tide-gauge');
  const better = aim.plan;
  const after = practise({
    practice: second,
    after: 50,
    route,
    revision: 2,
    plan: better,
    setup: 2,
    estimated,
    truth: () => TRUTH,
    runs: 10,
  });
  const scattered = practise({
    practice: third,
    after: 5,
    route: 'Heron Hide',
    revision: 1,
    plan: HERON_HIDE,
    setup: 2,
    estimated,
    truth: () => TRUTH,
    runs: 8,
  });
  const tracks: RunsFile['telemetry'] = [];
  const gathered = practise({
    practice: third,
    after: 40,
    route: 'Heron Hide',
    revision: 2,
    plan: HERON_HIDE_BY_RANGE,
    setup: 2,
    estimated,
    truth: () => TRUTH,
    runs: 10,
    tracks,
  });
  return {
    'robot.json': writeJsonFile(
      robot(
        measured,
        trials,
        benchRecords({ estimated, truth: TRUTH, plan: better, field: FIELD, route, identifier }, 2),
      ),
    ),
    'field.json': writeJsonFile({
      corvat: 'field',
      version: 1,
      name: FIELD_NAME,
      field: FIELD,
      picture: null,
    }),
    'route-sluice-and-tide-gauge.json': writeJsonFile(
      routeOf(route, [
        {
          plan: SLUICE_AND_TIDE_GAUGE,
          reason: 'First plan',
          origin: 'hand',
          createdAt: '2026-11-05T17:40:00.000Z',
        },
        {
          plan: better,
          promises: aim.promises,
          reason: 'Aim at the Tide Gauge after 8 runs',
          origin: 'aim',
          createdAt: '2026-11-12T18:10:00.000Z',
        },
      ]),
    ),
    'route-heron-hide.json': writeJsonFile(
      routeOf('Heron Hide', [
        {
          plan: HERON_HIDE,
          reason: 'First plan',
          origin: 'hand',
          createdAt: '2026-11-19T17:32:00.000Z',
        },
        {
          plan: HERON_HIDE_BY_RANGE,
          reason: 'Let the wall of the hide say where to stop',
          origin: 'hand',
          createdAt: '2026-11-19T18:05:00.000Z',
        },
      ]),
    ),
    'route-seed-bank.json': writeJsonFile(
      routeOf('Seed Bank by the Boardwalk', [
        {
          plan: SEED_BANK,
          reason: 'Let the line say how far to go',
          origin: 'hand',
          createdAt: '2026-11-18T17:05:00.000Z',
        },
      ]),
    ),
    'route-seed-bank-by-colour.json': writeJsonFile(
      routeOf('Seed Bank by the Flood Mark', [
        {
          plan: SEED_BANK_BY_COLOUR,
          reason: 'Where the range sensor sees the Seed Bank, let it say where to stop',
          origin: 'hand',
          createdAt: '2026-11-18T17:40:00.000Z',
        },
      ]),
    ),
    'match.json': writeJsonFile(matchOf(ROUTES_OF_MATCH)),
    'tracks.json': writeJsonFile({ ...runsFileOf([], ROBOT), telemetry: tracks }),
    'runs.csv': writeRunsTable([...touched, ...before, ...after, ...scattered, ...gathered]),
  };
}

/** The routes of the match in the order in which the team runs them, with what the robot carries. */
const ROUTES_OF_MATCH = [
  { name: 'Heron Hide', attachment: 'fork' },
  { name: 'Seed Bank by the Boardwalk', attachment: 'arm' },
  { name: 'Sluice, then Tide Gauge', attachment: 'arm' },
  { name: 'Seed Bank by the Flood Mark', attachment: 'arm' },
];

const started = (entryId: string, at: number, lasts: number): RehearsalEvent[] => [
  { kind: 'start', entryId, at },
  { kind: 'end', entryId, at: Math.round(10 * (at + lasts)) / 10 },
];
const reached = (entryId: string, at: number, modelId: string, points: number): RehearsalEvent => ({
  kind: 'outcome',
  entryId,
  at,
  modelId,
  hit: points > 0,
  points,
});

/** What happened when the team ran its match in its own order: the fork takes long, and the Sluice comes too late. */
const REHEARSALS: { happenedAt: string; events: RehearsalEvent[] }[] = [
  {
    happenedAt: '2026-11-19T18:52:00.000Z',
    events: [
      ...started('e1', 1.2, 5.1),
      reached('e1', 7.5, 'heron-hide', 0),
      ...started('e2', 20.4, 11.2),
      reached('e2', 33, 'seed-bank', 15),
      ...started('e3', 38.1, 12.9),
      { kind: 'over', at: 50 },
    ],
  },
  {
    happenedAt: '2026-11-19T18:58:00.000Z',
    events: [
      ...started('e1', 0.9, 5),
      reached('e1', 7, 'heron-hide', 0),
      ...started('e2', 17.6, 11),
      reached('e2', 30.2, 'seed-bank', 15),
      { kind: 'skip', entryId: 'e3', at: 36.5, why: 'no time' },
      { kind: 'over', at: 50 },
    ],
  },
];

/** The team’s match, with two rehearsals of the evening before it. */
function matchOf(routes: typeof ROUTES_OF_MATCH): MatchFile {
  const routeId = (name: string) => identifier(`match ${name}`);
  return {
    corvat: 'match',
    version: 1,
    name: 'Saltmarsh sprint',
    createdAt: '2026-11-19T18:50:00.000Z',
    robot: ROBOT,
    field: FIELD_NAME,
    routes: routes.map(({ name }) => ({ id: routeId(name), name })),
    plan: {
      // Shorter than the field’s match, so that not all of it fits.
      seconds: 50,
      goal: 'mean',
      entries: routes.map(({ name, attachment }, i) => ({
        id: `e${i + 1}`,
        routeId: routeId(name),
        attachment,
        after: [],
        rescued: 0,
      })),
      sameAttachment: { mean: 6, sd: 2 },
      otherAttachment: { mean: 11, sd: 3 },
      rescuePenalty: 5,
      bonuses: [
        { name: 'Both ends of the marsh', modelIds: ['heron-hide', 'tide-gauge'], points: 10 },
      ],
    },
    rehearsals: REHEARSALS.map(({ happenedAt, events }, number) => ({
      id: identifier(`rehearsal ${number}`),
      happenedAt,
      people: 'R, L',
      events: events.map((event, i) => ({ id: identifier(`rehearsal ${number} ${i}`), event })),
    })),
  };
}

/** What a ruler gave. */
const TYPED: Sources = Object.fromEntries(
  [
    'body.ahead',
    'body.behind',
    'body.width',
    'body.toolX',
    'drive.wheelDiameter',
    'drive.track',
    'range.x',
  ].map((path) => [path, { kind: 'typed' as const }]),
);

/** The setup by the turn trials of the first evening. */
function afterTurnBench(trials: ReturnType<typeof trialsOfFirstEvening>) {
  const findings = turnFindings(fitTurnModel(trials)!, BELIEVED, 'spot');
  return withFindings(BELIEVED, TYPED, findings, { kind: 'bench', record: 1 });
}

function robot(
  measured: ReturnType<typeof afterTurnBench>,
  trials: ReturnType<typeof trialsOfFirstEvening>,
  benches: ReturnType<typeof benchRecords>,
): RobotFile {
  return {
    corvat: 'robot',
    version: 1,
    name: ROBOT,
    setups: [
      {
        number: 1,
        reason: 'Measured with a ruler',
        createdAt: '2026-11-05T17:30:00.000Z',
        setup: BELIEVED,
        sources: TYPED,
      },
      {
        number: 2,
        reason: 'Turn bench, record 1',
        createdAt: '2026-11-05T18:05:00.000Z',
        ...measured,
      },
    ],
    benchRecords: [
      {
        number: 1,
        createdAt: '2026-11-05T18:00:00.000Z',
        bench: {
          kind: 'turn',
          style: 'spot',
          conditions: { battery: 8, surface: 'mat, home table', unit: '' },
          trials,
        },
      },
      ...benches.records,
    ],
    telemetry: benches.telemetry,
  };
}

function routeOf(
  name: string,
  revisions: (Omit<RouteFile['revisions'][number], 'number' | 'parent' | 'promises'> & {
    promises?: RouteFile['revisions'][number]['promises'];
  })[],
): RouteFile {
  return {
    corvat: 'route',
    version: 1,
    name,
    robot: ROBOT,
    field: FIELD_NAME,
    goal: 0.9,
    revisions: revisions.map((revision, i) => ({
      ...revision,
      promises: revision.promises ?? [],
      number: i + 1,
      parent: i === 0 ? null : i,
    })),
  };
}

/** The demo files by name, as they should lie in this folder. */
export const DEMO_FILES = make();

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  for (const [name, text] of Object.entries(DEMO_FILES)) {
    writeFileSync(new URL(name, import.meta.url), text);
  }
}
