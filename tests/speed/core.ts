/**
 * The figures of the core alone, as the application ships it: bundled, in a process of its own. Prints them
 * as JSON. With `growth` it prints how they grow instead.
 */
import { readFileSync } from 'node:fs';
import { FIELD } from '../../demo/field.ts';
import { budgetBand } from '../../src/core/analysis/budget/band.ts';
import { budgetOf, type StepModels } from '../../src/core/analysis/budget/budget.ts';
import { learn } from '../../src/core/analysis/learning/learn.ts';
import { knowledgeOf } from '../../src/core/robot/knowledge.ts';
import { PLANS } from '../experiments/hiddenRobots.ts';
import { driveRuns } from '../experiments/learningRates.ts';
import { gyroRest } from '../../src/core/benches/rest/gyroRest.ts';
import { stillLogOf } from '../../src/core/benches/logs.ts';
import { readJsonFile, type RobotFile, type RouteFile } from '../../src/core/formats/files.ts';
import { emptyForecast, simulateRuns } from '../../src/core/simulation/forecast.ts';
import { nominalRun, type Experiment } from '../../src/core/simulation/run.ts';
import { readRecording } from '../../src/core/telemetry/recordingFile.ts';
import { besideC } from './cReference.ts';
import { figure, median, percentile, timesOf, type Figure } from './figure.ts';
import { stillText } from './stillText.ts';

const RUNS = 500;

function demoExperiment(): Experiment {
  const read = (name: string) => readJsonFile(readFileSync(`demo/${name}`, 'utf8'));
  const { setup } = (read('robot.json') as RobotFile).setups.at(-1)!;
  const { plan } = (read('route-sluice-and-tide-gauge.json') as RouteFile).revisions.at(-1)!;
  return { plan, field: FIELD, estimated: setup, trueParameters: setup };
}

/** Time of a forecast alone, and what each tick of the program's loop leaves on the heap. */
function simulation(experiment: Experiment): Figure[] {
  const forecast = emptyForecast(experiment, 1, RUNS);
  const simulate = () => simulateRuns(experiment, forecast, 0, RUNS);
  simulate();
  const times = timesOf(5, simulate);
  const ticks =
    forecast.durations.reduce((sum, time) => sum + time, 0) /
    experiment.estimated.program.loopPeriod;
  // The young generation is large enough for no collection to hide anything; see speed.ts.
  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  simulate();
  const bytes = process.memoryUsage().heapUsed - before;
  return [
    figure(`${RUNS} runs of the demo route, core alone`, median(times), 'ms', '', 0),
    figure('heap left behind by a tick of the loop', bytes / ticks, 'bytes', 'as good as 0'),
  ];
}

/** What a drag of a move asks for: path and band of the whole route, one move being new each time. */
function drag(experiment: Experiment): Figure[] {
  const known: StepModels = new Map();
  let step = 0;
  const times = timesOf(80, () => {
    step++;
    const moves = experiment.plan.moves.map((move) =>
      move.kind === 'drive' && move.id === 'm3'
        ? { ...move, distance: move.distance + step }
        : move,
    );
    const dragged = { ...experiment, plan: { ...experiment.plan, moves } };
    const nominal = nominalRun(dragged);
    budgetBand(budgetOf(dragged, known), nominal, dragged.estimated.body);
  });
  const what = 'path and band of the demo route while a move is dragged';
  return [
    figure(`${what}, median`, median(times), 'ms', 'at most 8 ms'),
    figure(`${what}, 95th`, percentile(times, 0.95), 'ms'),
  ];
}

/** The analysis of a still log of ten minutes. */
function stillLog(): Figure[] {
  const log = stillLogOf(readRecording(stillText(60_000)), true)!;
  gyroRest(log);
  const times = timesOf(7, () => gyroRest(log));
  return [figure('a still log of 60,000 lines analysed', median(times), 'ms', 'under 300 ms', 0)];
}

/** Learning from a season: a thousand runs of the demo's routes. */
function learning({ estimated, field }: Experiment): Figure[] {
  const known = knowledgeOf(estimated, {});
  const driven = Object.values(PLANS).map((plan, route) => ({
    plan,
    field,
    runs: Array.from({ length: 25 }, (_, evening) =>
      driveRuns({ plan, field, estimated, trueParameters: estimated }, 100 * route + evening).map(
        (run) => ({ ...run, session: `evening ${evening}` }),
      ),
    ).flat(),
  }));
  const times = timesOf(3, () => learn(driven, estimated, known));
  return [
    figure('learning from 1,000 runs of four routes', median(times), 'ms', 'under 2,000 ms', 0),
  ];
}

/** How forecast and budget grow with runs and moves, and reading and analysis with lines. */
function growth(experiment: Experiment): Figure[] {
  const figures: Figure[] = [];
  for (const runs of [100, 1000, 10_000, 100_000]) {
    const [time] = timesOf(1, () =>
      simulateRuns(experiment, emptyForecast(experiment, 1, runs), 0, runs),
    );
    figures.push(figure(`${runs} runs of the demo route`, time!, 'ms', '', 0));
  }
  for (const moves of [5, 10, 20, 40, 60]) {
    const longer = { ...experiment, plan: { ...experiment.plan, moves: toAndFro(moves) } };
    const nominal = nominalRun(longer);
    const [time] = timesOf(1, () => budgetOf(longer));
    figures.push(figure(`budget of ${moves} moves, nothing known before`, time!, 'ms'));
    const forecast = emptyForecast(longer, 1, RUNS);
    const [forecasting] = timesOf(1, () => simulateRuns(longer, forecast, 0, RUNS));
    figures.push(figure(`${RUNS} runs of ${moves} moves`, forecasting!, 'ms', '', 0));
    figures.push(figure(`seconds that ${moves} moves last`, nominal.duration, 's'));
  }
  for (const lines of [1e4, 1e5, 1e6]) {
    const text = stillText(lines);
    const [reading] = timesOf(1, () => readRecording(text));
    const log = stillLogOf(readRecording(text), true)!;
    const [analysis] = timesOf(1, () => gyroRest(log));
    figures.push(figure(`a still log of ${lines} lines read`, reading!, 'ms', '', 0));
    figures.push(figure(`a still log of ${lines} lines analysed`, analysis!, 'ms', '', 0));
  }
  return figures;

  function toAndFro(count: number) {
    const pair = experiment.plan.moves.filter(({ kind }) => kind === 'drive' || kind === 'turn');
    return Array.from({ length: count }, (_, i) => ({
      ...pair[i % pair.length]!,
      id: `g${i}`,
    }));
  }
}

const experiment = demoExperiment();
const figures =
  process.argv[2] === 'growth'
    ? growth(experiment)
    : [
        ...simulation(experiment),
        ...besideC(),
        ...drag(experiment),
        ...stillLog(),
        ...learning(experiment),
      ];
process.stdout.write(JSON.stringify(figures));
