import { chanceOfEquality } from '../benches/range/range.ts';
import { offsetFrom, scores, type Offset } from '../field/field.ts';
import { CAMERA_SPREAD } from '../analysis/moves/cameraSpread.ts';
import { seenOf } from '../analysis/moves/moveDeviations.ts';
import { newMove } from '../moves/index.ts';
import { normal, uniform } from '../mathematics/randomness.ts';
import { withSetupValues, type RobotParameters } from '../robot/parameters.ts';
import { toolPose } from '../robot/toolPose.ts';
import type { RoutePlan } from '../route/plan.ts';
import { randomRun, type RunRecord } from '../simulation/run.ts';
import type { SeenRunMoves } from '../telemetry/seenRun.ts';
import type { World } from './world.ts';
import { APPROACH, ROUTE, YARD, ZONE } from './yard.ts';

/** Streams of luck of a run beside those of the robot. */
const [VOLTS, LOOPS, CAMERA] = [73, 74, 75];
/** How finely a voltage is read, V; the step of a range reading, mm. */
const VOLTMETER = 0.01;
const RANGE_STEP = 1;

/** A run of a drill, as the table knows it. */
export interface DrillRun {
  /** Where it ended, as seen from the middle of the zone. */
  offset: Offset;
  hit: boolean;
  /** As the hub showed it at the start, V. */
  battery: number;
  /** What a camera saw. */
  seen: SeenRunMoves;
  /** The moves that gave up by their time limit, as the hub says. */
  gaveUp: string[];
  /** How far the heading went to and fro in a straight by the gyro, rad. */
  swing: number;
  /** Where the axle was, mm: the track for a drawing. */
  track: { x: number; y: number }[];
}

/** Run number `run` of a drill. */
export function driveDrill(world: World, seed: number, run: number): DrillRun {
  const { believed } = world;
  const voltage = believed.battery.voltage - world.sag * run;
  const truth = asDriven(withSetupValues(world.truth, { 'battery.voltage': voltage }), believed);
  const misses =
    world.asksForEquality &&
    uniform(seed, run, LOOPS)() >
      chanceOfEquality(RANGE_STEP, APPROACH.speed, believed.program.loopPeriod);
  const record = randomRun(
    {
      plan: misses ? NEVER_STOPPING : ROUTE,
      field: YARD,
      estimated: believed,
      trueParameters: truth,
    },
    seed,
    run,
  );
  const eye = normal(seed, run, CAMERA);
  const offset = offsetFrom(ZONE, toolPose(believed.body, record.end));
  return {
    offset,
    hit: scores(ZONE, offset),
    battery: voltage + VOLTMETER * normal(seed, run, VOLTS)(),
    seen: throughCamera(seenOf(record), eye),
    gaveUp: record.moves.flatMap(({ moveId, ended }) => (ended === 'time limit' ? [moveId] : [])),
    swing: swingOf(record),
    track: record.trace.map(({ x, y }) => ({ x, y })),
  };
}

/** A sensor that counts the other way than the program believes is one that reports every turn reversed. */
function asDriven(truth: RobotParameters, believed: RobotParameters): RobotParameters {
  return truth.gyro.rightPositive === believed.gyro.rightPositive
    ? truth
    : withSetupValues(truth, { 'gyro.scale': -truth.gyro.scale });
}

/** The route of a robot whose loop steps over the distance that it waits for: it drives on until it gives up. */
const NEVER_STOPPING: RoutePlan = {
  ...ROUTE,
  moves: ROUTE.moves.map((move) =>
    move.id === APPROACH.id
      ? newMove('drive', move.id, { distance: 5000, speed: APPROACH.speed, timeLimit: 6 })
      : move,
  ),
};

/** What a camera adds to what is true. */
function throughCamera({ start, moves, end }: SeenRunMoves, eye: () => number): SeenRunMoves {
  const { length, angle, place } = CAMERA_SPREAD;
  const blurred = ({ x, y, heading }: SeenRunMoves['start']) => ({
    x: x + place * eye(),
    y: y + place * eye(),
    heading: heading + angle * eye(),
  });
  return {
    start: blurred(start),
    moves: moves.map((move) => ({
      ...move,
      length: move.length + length * eye(),
      turn: move.turn + angle * eye(),
      end: blurred(move.end),
    })),
    end: blurred(end),
  };
}

/** The part of a straight in which the hold has settled. */
const SETTLED = 0.4;

/** How far the heading goes to and fro in the straights that the gyro holds, rad. */
function swingOf({ moves, trace }: RunRecord): number {
  const held = new Set(['line', APPROACH.id]);
  return Math.max(
    ...moves
      .filter(({ moveId, ended }) => held.has(moveId) && ended === 'reached')
      .map(({ from, to }) => {
        const headings = trace
          .filter(({ time }) => time > from + SETTLED * (to - from) && time <= to)
          .map(({ heading }) => heading);
        return headings.length === 0 ? 0 : Math.max(...headings) - Math.min(...headings);
      }),
    0,
  );
}
