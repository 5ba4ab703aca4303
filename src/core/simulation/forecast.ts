import { relativeTo, type Pose } from '../mathematics/pose.ts';
import { RobotDraws, SURE } from '../robot/knowledge.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { instructionKind } from '../program/instructions/index.ts';
import { instructionsOf } from '../route/instructions.ts';
import type { Step } from '../route/plan.ts';
import { Plant, type StepObserver } from './plant.ts';
import { ProgramRun } from './program.ts';
import { phasesOf } from '../mathematics/randomness.ts';
import { nominalRun, otherWays, poseOf, runThrough, startPose, type Experiment } from './run.ts';
import { SAMPLES_PER_MOVE } from './settings.ts';
import { worldOf } from './world.ts';

/** The moments, the same for every run, at which a forecast keeps the pose. */
interface ForecastMoments {
  /** Nominal time of each moment, s; moments of one move follow each other. */
  times: number[];
  /** For each moment, s since its step began. */
  after: number[];
  /** For each moment, the position of its step, repeats written out. */
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
  poses: Float32Array;
  /** s, one a run. */
  durations: Float32Array;
  /** Moves that ended by their time limit, moves in which the robot ran into something, and readings of range sensors that were missing: one count each a run. */
  timeLimits: Uint8Array;
  collisions: Uint8Array;
  dropouts: Uint16Array;
  /**
   * The steps that look and choose, with what each should say; and what it said in each run, 1 yes and 0 no:
   * runs × looks.
   */
  looks: { step: number; expected: boolean }[];
  answers: Uint8Array;
  /** What chance gave each run: {@link CONDITIONS} × runs. */
  conditions: Float32Array;
  /**
   * Each run is of another robot that the setup may be of: by how much its numbers are off, in the order of
   * `knowledge.paths`, runs × numbers. Empty when the robot is taken to be as its setup says.
   */
  deviations: Float32Array;
}

/** What chance gives a run before it begins: the put-down (mm, rad), the battery (V), the drift (rad/s). */
export const CONDITIONS = ['along', 'left', 'turned', 'voltage', 'drift'] as const;

/** An empty forecast to be filled by {@link simulateRuns}. */
export function emptyForecast(
  experiment: Experiment,
  seed: number,
  runs: number,
  first = 0,
): Forecast {
  const nominal = nominalRun(experiment);
  const others = otherWays(experiment, nominal);
  const times: number[] = [];
  const after: number[] = [];
  const moves: number[] = [];
  nominal.moves.forEach((move, index) => {
    // A way that should not be taken lasts as long as when it is.
    const driven = runThrough(index, nominal, others).moves[index]!;
    for (let sample = 1; sample <= SAMPLES_PER_MOVE; sample++) {
      times.push(move.from + ((move.to - move.from) * sample) / SAMPLES_PER_MOVE);
      after.push(((driven.to - driven.from) * sample) / SAMPLES_PER_MOVE);
      moves.push(index);
    }
  });
  const looks = nominal.moves.flatMap(({ answer }, step) =>
    answer === null ? [] : [{ step, expected: answer }],
  );
  return {
    seed,
    first,
    runs,
    moments: { times, after, moves },
    looks,
    answers: new Uint8Array(runs * looks.length),
    poses: new Float32Array(runs * times.length * 3),
    durations: new Float32Array(runs),
    timeLimits: new Uint8Array(runs),
    collisions: new Uint8Array(runs),
    dropouts: new Uint16Array(runs),
    conditions: new Float32Array(runs * CONDITIONS.length),
    deviations: new Float32Array(runs * (experiment.knowledge?.paths.length ?? 0)),
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
  const { plan, field, estimated, trueParameters } = experiment;
  const instructions = instructionsOf(plan.moves, estimated);
  const start = startPose(plan, field);
  const plant = new Plant(trueParameters, worldOf(field));
  const robots = new RobotDraws(trueParameters, experiment.knowledge ?? SURE);
  const expectsTouch = instructions.map(
    (instruction) => instructionKind(instruction).touches?.(instruction) ?? false,
  );
  const recorder = new SampleRecorder(forecast);
  plant.observer = recorder;
  for (let run = from; run < to; run++) {
    const chance = { seed: forecast.seed, run: forecast.first + run };
    let robot = trueParameters;
    if (experiment.knowledge !== undefined) {
      const deviations = robots.deviations(chance.seed, chance.run);
      forecast.deviations.set(deviations, run * deviations.length);
      robot = robots.robot(deviations);
      plant.become(robot);
    }
    plant.putDown(start, chance);
    const phase = phasesOf(chance);
    keepConditions(forecast, run, plant, start, robot);
    recorder.beginRun(run);
    const program = new ProgramRun(
      plant,
      estimated,
      'ticks',
      () => phase() * estimated.program.loopPeriod,
    );
    for (let move = 0; move < instructions.length; move++) {
      recorder.beginMove(move, plant.time);
      plant.touched = false;
      const ended = program.next(instructions[move]!);
      const look = forecast.looks.findIndex(({ step }) => step === move);
      if (look >= 0 && program.answered === true) {
        forecast.answers[run * forecast.looks.length + look] = 1;
      }
      if (ended === 'time limit') forecast.timeLimits[run]!++;
      recorder.endMove(plant);
      if (plant.touched && !expectsTouch[move]) forecast.collisions[run]!++;
    }
    forecast.durations[run] = plant.time;
    forecast.dropouts[run] = plant.dropouts;
  }
  plant.release();
}

function keepConditions(
  forecast: Forecast,
  run: number,
  plant: Plant,
  start: Pose,
  trueParameters: RobotParameters,
): void {
  const { x: along, y: left, heading: turned } = relativeTo(start, poseOf(plant));
  const { batteryVoltage, gyroDrift } = plant;
  forecast.conditions.set(
    [
      along,
      left,
      turned,
      batteryVoltage - trueParameters.battery.voltage,
      gyroDrift - trueParameters.gyro.bias,
    ],
    run * CONDITIONS.length,
  );
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

/** Whether a run came by a step: it did unless a look sent it the other way. */
export function cameBy(forecast: Forecast, run: number, { when }: Pick<Step, 'when'>): boolean {
  if (when === null) return true;
  const look = forecast.looks.findIndex(({ step }) => step === when.look);
  return (forecast.answers[run * forecast.looks.length + look] === 1) === when.answer;
}

/** The moment at which a step ends, by its position among the steps. */
export function momentAfterMove(move: number): number {
  return (move + 1) * SAMPLES_PER_MOVE - 1;
}

/** Keeps the pose at the nominal moments of each move, and at its true end. */
class SampleRecorder implements StepObserver {
  nextTime = Infinity;
  private run = 0;
  private moment = 0;
  private lastOfMove = 0;
  private began = 0;

  constructor(private readonly forecast: Forecast) {}

  beginRun(run: number): void {
    this.run = run;
    this.moment = 0;
  }

  beginMove(move: number, time: number): void {
    this.lastOfMove = momentAfterMove(move);
    this.began = time;
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
        ? this.began + this.forecast.moments.after[this.moment]!
        : Infinity;
  }

  private write(plant: Plant, moment: number): void {
    const at = (this.run * this.forecast.moments.times.length + moment) * 3;
    this.forecast.poses[at] = plant.x;
    this.forecast.poses[at + 1] = plant.y;
    this.forecast.poses[at + 2] = plant.heading;
  }
}
