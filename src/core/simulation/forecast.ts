import { visibleEdges } from '../field/field.ts';
import { packSegments } from '../geometry/ray.ts';
import type { Pose } from '../geometry/pose.ts';
import { instructionsOf } from '../route/instructions.ts';
import { Plant, type Tape } from './plant.ts';
import { carryOut } from './program.ts';
import { runRandomness } from './randomness.ts';
import { nominalRun, startPose, type Experiment } from './run.ts';
import { SAMPLES_PER_MOVE } from './settings.ts';

/** The moments, the same for every run, at which a forecast keeps the pose. */
export interface ForecastMoments {
  /** Nominal time of each moment, s; moments of one move follow each other. */
  times: number[];
  /** For each moment, the position of its move in the list. */
  moves: number[];
}

/** Many simulated runs of one route. */
export interface Forecast {
  seed: number;
  /** Number of the first run under the seed: workers that share a forecast begin at different runs. */
  first: number;
  runs: number;
  moments: ForecastMoments;
  /** x, y, heading of each moment of each run: runs × moments × 3. */
  poses: Float64Array;
  /** s, one a run. */
  durations: Float64Array;
  /** Moves that ended by their time limit, one count a run. */
  timeLimits: Uint8Array;
}

/** An empty forecast to be filled by {@link simulateRuns}. */
export function emptyForecast(
  experiment: Experiment,
  seed: number,
  runs: number,
  first = 0,
): Forecast {
  const nominal = nominalRun(experiment);
  const times: number[] = [];
  const moves: number[] = [];
  nominal.moves.forEach((move, index) => {
    for (let sample = 1; sample <= SAMPLES_PER_MOVE; sample++) {
      times.push(move.from + ((move.to - move.from) * sample) / SAMPLES_PER_MOVE);
      moves.push(index);
    }
  });
  return {
    seed,
    first,
    runs,
    moments: { times, moves },
    poses: new Float64Array(runs * times.length * 3),
    durations: new Float64Array(runs),
    timeLimits: new Uint8Array(runs),
  };
}

/**
 * Simulates runs `from` (inclusive) to `to` (exclusive) of a forecast and writes them in place.
 * Every run has streams of its own, so the parts can be done in any order and by anyone.
 */
export function simulateRuns(
  experiment: Experiment,
  forecast: Forecast,
  from: number,
  to: number,
): void {
  const { plan, field, believed, truth } = experiment;
  const instructions = instructionsOf(plan.moves, believed);
  const obstacles = packSegments(visibleEdges(field));
  const start = startPose(plan, field);
  const plant = new Plant(truth, obstacles);
  const tape = new SampleTape(forecast);
  plant.tape = tape;
  for (let run = from; run < to; run++) {
    const randomness = runRandomness(forecast.seed, forecast.first + run);
    plant.putDown(start, randomness);
    tape.beginRun(run);
    for (let move = 0; move < instructions.length; move++) {
      tape.beginMove(move, plant.time);
      const phase = randomness.phase() * believed.program.loopPeriod;
      const ended = carryOut(plant, instructions[move]!, believed, 'ticks', phase);
      if (ended === 'time limit') forecast.timeLimits[run]!++;
      tape.endMove(plant);
    }
    forecast.durations[run] = plant.time;
  }
}

/** A whole forecast at once. */
export function forecastRuns(experiment: Experiment, seed: number, runs: number): Forecast {
  const forecast = emptyForecast(experiment, seed, runs);
  simulateRuns(experiment, forecast, 0, runs);
  return forecast;
}

/** The pose of one run at one moment of the forecast. */
export function forecastPose(forecast: Forecast, run: number, moment: number): Pose {
  const at = (run * forecast.moments.times.length + moment) * 3;
  const { poses } = forecast;
  return { x: poses[at]!, y: poses[at + 1]!, heading: poses[at + 2]! };
}

/** The moment at which a move ends, by the move's position in the list. */
export function momentAfterMove(move: number): number {
  return (move + 1) * SAMPLES_PER_MOVE - 1;
}

/** Keeps the pose at the nominal moments of each move, and at its true end. */
class SampleTape implements Tape {
  nextTime = Infinity;
  private run = 0;
  private moment = 0;
  private lastOfMove = 0;
  private moveOffset = 0;
  private readonly nominalStarts: Float64Array;

  constructor(private readonly forecast: Forecast) {
    const { times } = forecast.moments;
    this.nominalStarts = new Float64Array(times.length / SAMPLES_PER_MOVE);
    for (let move = 1; move < this.nominalStarts.length; move++) {
      this.nominalStarts[move] = times[momentAfterMove(move - 1)]!;
    }
  }

  beginRun(run: number): void {
    this.run = run;
    this.moment = 0;
  }

  beginMove(move: number, time: number): void {
    this.lastOfMove = momentAfterMove(move);
    this.moveOffset = time - this.nominalStarts[move]!;
    this.scheduleNext();
  }

  record(plant: Plant): void {
    this.write(plant, this.moment);
    this.moment++;
    this.scheduleNext();
  }

  /** A run that is quicker than the nominal one stands at its end for the remaining moments. */
  endMove(plant: Plant): void {
    for (; this.moment <= this.lastOfMove; this.moment++) this.write(plant, this.moment);
    this.nextTime = Infinity;
  }

  private scheduleNext(): void {
    this.nextTime =
      this.moment < this.lastOfMove
        ? this.forecast.moments.times[this.moment]! + this.moveOffset
        : Infinity;
  }

  private write(plant: Plant, moment: number): void {
    const at = (this.run * this.forecast.moments.times.length + moment) * 3;
    this.forecast.poses[at] = plant.x;
    this.forecast.poses[at + 1] = plant.y;
    this.forecast.poses[at + 2] = plant.heading;
  }
}
