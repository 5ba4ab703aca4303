import { spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { STARTING_SETUP } from '../../src/core/robot/parameters.ts';
import { newMove } from '../../src/core/moves/index.ts';
import { emptyForecast, simulateRuns } from '../../src/core/simulation/forecast.ts';
import type { Experiment } from '../../src/core/simulation/run.ts';
import { figure, median, type Figure } from './figure.ts';

const RUNS = 150;
const TURNS = 15;

/** The same straights as in loop.c: four of 1500 mm, held by the gyro, with nothing to run into. */
const experiment: Experiment = {
  plan: {
    startId: 'floor',
    moves: ['a', 'b', 'c', 'd'].map((id) => newMove('drive', id, { distance: 1500, speed: 300 })),
  },
  field: {
    width: 20_000,
    height: 20_000,
    border: false,
    ground: 'white',
    matchSeconds: null,
    models: [],
    walls: [],
    lines: [],
    starts: [{ id: 'floor', name: 'Floor', pose: { x: 0, y: 0, heading: 0 } }],
    picture: null,
  },
  estimated: STARTING_SETUP,
  trueParameters: STARTING_SETUP,
};

/** The core's loop beside the same loop in C with -O2, in turns; nothing where there is no compiler. */
export function besideC(): Figure[] {
  const program = join(mkdtempSync(join(tmpdir(), 'corvat-')), 'loop');
  const compiled = spawnSync('cc', [
    '-O2',
    '-D_GNU_SOURCE',
    '-o',
    program,
    'tests/speed/loop.c',
    '-lm',
  ]);
  if (compiled.status !== 0) return [];
  const forecast = emptyForecast(experiment, 1, RUNS);
  simulateRuns(experiment, forecast, 0, RUNS);
  const { loopPeriod, settle } = STARTING_SETUP.program;
  const own: number[] = [];
  const theirs: number[] = [];
  for (let turn = 0; turn < TURNS; turn++) {
    const from = performance.now();
    simulateRuns(experiment, forecast, 0, RUNS);
    const seconds = (performance.now() - from) / 1000;
    const ticks = forecast.durations.reduce(
      (sum, time) => sum + (time - 4 * settle) / loopPeriod,
      0,
    );
    const [ticksInC, secondsInC] = spawnSync(program, [String(RUNS)])
      .stdout.toString()
      .split(' ')
      .map(Number);
    own.push((1e9 * seconds) / ticks);
    theirs.push((1e9 * secondsInC!) / ticksInC!);
  }
  // Of a machine that is shared the quickest turn tells most: it was disturbed least.
  const [quickest, inC] = [Math.min(...own), Math.min(...theirs)];
  return [
    figure('a tick of the loop, core alone', quickest, 'ns', '', 0),
    figure('a tick of the same loop in C with -O2', inC, 'ns', '', 0),
    figure('time beside the same loop in C', quickest / inC, '×', 'at most 1.5 ×', 2),
    figure('the same by the medians', median(own) / median(theirs), '×', '', 2),
  ];
}
