import { spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { STARTING_SETUP } from '../../src/core/robot/parameters.ts';
import { newMove } from '../../src/core/moves/index.ts';
import { emptyForecast, simulateRuns } from '../../src/core/simulation/forecast.ts';
import type { Experiment } from '../../src/core/simulation/run.ts';
import { percentile, type Line } from './table.ts';

const RUNS = 150;
const ROUNDS = 5;

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
export function besideC(): Line[] {
  const program = join(mkdtempSync(join(tmpdir(), 'corvat-')), 'loop');
  const source = fileURLToPath(new URL('loop.c', import.meta.url));
  const compiled = spawnSync('cc', ['-O2', '-D_GNU_SOURCE', '-o', program, source, '-lm']);
  if (compiled.status !== 0) {
    return [{ what: 'speed beside the same loop in C', measured: 'no compiler', aim: '' }];
  }
  const forecast = emptyForecast(experiment, 1, RUNS);
  simulateRuns(experiment, forecast, 0, RUNS);
  const { loopPeriod, settle } = STARTING_SETUP.program;
  const ratios: number[] = [];
  const own: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const from = performance.now();
    simulateRuns(experiment, forecast, 0, RUNS);
    const seconds = (performance.now() - from) / 1000;
    const ticks = forecast.durations.reduce(
      (sum, time) => sum + (time - 4 * settle) / loopPeriod,
      0,
    );
    const answer = spawnSync(program, [String(RUNS)])
      .stdout.toString()
      .split(' ')
      .map(Number);
    own.push((1e9 * seconds) / ticks);
    ratios.push(answer[0]! / answer[1]! / (ticks / seconds));
  }
  return [
    {
      what: 'a tick of the loop, core alone',
      measured: `${percentile(own, 0.5).toFixed(0)} ns`,
      aim: '',
    },
    {
      what: 'time beside the same loop in C, -O2',
      measured: `${percentile(ratios, 0.5).toFixed(2)} ×`,
      aim: 'under 2 ×',
    },
  ];
}
