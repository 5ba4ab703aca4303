import { radians } from '../../mathematics/angle.ts';
import { toFrame, type Pose } from '../../mathematics/pose.ts';
import { type RobotParameters, withSetupValues } from '../../robot/parameters.ts';
import { stepsOf } from '../../route/plan.ts';
import { type Move } from '../../moves/index.ts';
import { forecastPose, forecastRuns, momentAfterMove } from '../../simulation/forecast.ts';
import { nominalRun, startPose, type Experiment } from '../../simulation/run.ts';
import { say } from '../../language/say.ts';

/** A way to carry out a move, and how it does on this robot. */
export interface ComparedWay {
  words: string;
  move: Move;
  /** Whether it is the way that the move has now. */
  present: boolean;
  /** Whether error and spread are of the heading (rad) or of the place (mm). */
  of: 'heading' | 'place';
  /** Mean error, and the standard deviation that the move itself adds. */
  error: number;
  spread: number;
  /** s. */
  time: number;
}

/** Runs of each way, all on the same chance events. */
const RUNS = 120;
const SEED = 3;

/** The ways to carry out a step, compared by simulating it alone from where the route begins it. */
export function comparedWays(experiment: Experiment, step: number): ComparedWay[] {
  const { move } = stepsOf(experiment.plan.moves)[step]!;
  const nominal = nominalRun(experiment).moves[step]!;
  const start = startPose(experiment.plan, experiment.field);
  // A heading counts from where the route starts; alone, the move starts with a gyro at 0.
  const turned = nominal.start.heading - start.heading;
  return waysOf(move).map(({ words, way }) => {
    const alone = aloneFrom(experiment, nominal.start, relativeTo(way, turned));
    const wanted = nominalRun(alone);
    const forecast = forecastRuns(alone, SEED, RUNS);
    const poses = Array.from({ length: RUNS }, (_, run) =>
      forecastPose(forecast, run, momentAfterMove(0)),
    );
    const goal = goalOf(way, nominal.start, wanted.moves[0]!.end, turned);
    const of = way.kind === 'turn' ? 'heading' : 'place';
    const errors = poses.map((pose) =>
      of === 'heading' ? pose.heading - goal.heading : toFrame(goal, pose).y,
    );
    const mean = errors.reduce((sum, error) => sum + error, 0) / RUNS;
    const variance = errors.reduce((sum, error) => sum + (error - mean) ** 2, 0) / (RUNS - 1);
    return {
      words,
      move: way,
      present: JSON.stringify(way) === JSON.stringify(move),
      of,
      error: mean,
      spread: Math.sqrt(variance),
      time: forecast.durations.reduce((sum, time) => sum + time, 0) / RUNS,
    };
  });
}

interface Way {
  words: string;
  way: Move;
}

/** The ways that a move can go; the one that it has keeps its own numbers. */
function waysOf(move: Move): Way[] {
  if (move.kind === 'turn') {
    const slow = { kind: 'slow end' as const, lastAngle: radians(20), lastRate: radians(40) };
    const p = { kind: 'controller' as const, p: null, i: 0, d: 0 };
    const pid = { kind: 'controller' as const, p: null, i: 0.5, d: 0.05 };
    const isPid = move.way.kind === 'controller' && (move.way.i > 0 || move.way.d > 0);
    return [
      {
        words: say`Stop early`,
        way: withWay({ kind: 'stop early' }, move.way.kind === 'stop early'),
      },
      { words: say`Slow at the end`, way: withWay(slow, move.way.kind === 'slow end') },
      { words: say`Controller, P`, way: withWay(p, move.way.kind === 'controller' && !isPid) },
      { words: say`Controller, PID`, way: withWay(pid, isPid) },
    ];
  }
  if ('hold' in move) {
    const held = (hold: 'none' | 'encoders' | 'gyro'): Move =>
      move.hold === hold ? move : { ...move, hold, heading: null, gain: null };
    return [
      { words: say`Not held`, way: held('none') },
      { words: say`Encoders`, way: held('encoders') },
      { words: say`Gyro`, way: held('gyro') },
    ];
  }
  return [];

  function withWay(way: Extract<Move, { kind: 'turn' }>['way'], present: boolean): Move {
    return present || move.kind !== 'turn' ? move : { ...move, way, stopEarly: null };
  }
}

/** The move with its heading counted from the heading with which it begins. */
function relativeTo(move: Move, turned: number): Move {
  if (move.kind === 'turn' && move.target.kind === 'heading') {
    return { ...move, target: { kind: 'heading', heading: move.target.heading - turned } };
  }
  if ('heading' in move && move.heading !== null) {
    return { ...move, heading: move.heading - turned };
  }
  return move;
}

/** Where the move should end: for a straight the line that it began on, for a turn its target. */
function goalOf(move: Move, start: Pose, end: Pose, turned: number): Pose {
  if (move.kind !== 'turn') return { ...end, ...alongLine(start, end), heading: start.heading };
  const target =
    move.target.kind === 'angle'
      ? start.heading + move.target.angle
      : start.heading - turned + move.target.heading;
  // The same turn, counted as the robot counts it.
  const whole = 2 * Math.PI * Math.round((end.heading - target) / (2 * Math.PI));
  return { ...end, heading: target + whole };
}

function alongLine(start: Pose, end: Pose): { x: number; y: number } {
  const along =
    (end.x - start.x) * Math.cos(start.heading) + (end.y - start.y) * Math.sin(start.heading);
  return {
    x: start.x + along * Math.cos(start.heading),
    y: start.y + along * Math.sin(start.heading),
  };
}

/** The move alone, begun exactly where the route begins it: what it adds, and not what came before. */
function aloneFrom(experiment: Experiment, start: Pose, move: Move): Experiment {
  const exact = {
    'placement.alongSpread': 0,
    'placement.acrossSpread': 0,
    'placement.headingSpread': 0,
  };
  const trueParameters: RobotParameters = withSetupValues(experiment.trueParameters, exact);
  return {
    ...experiment,
    trueParameters,
    field: { ...experiment.field, starts: [{ id: 'here', name: say`Here`, pose: start }] },
    plan: { startId: 'here', moves: [move] },
  };
}
