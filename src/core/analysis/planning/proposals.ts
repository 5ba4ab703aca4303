import type { Field } from '../../field/field.ts';
import { radians, wrapAngle } from '../../mathematics/angle.ts';
import { toField, type Point, type Pose } from '../../mathematics/pose.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import { beamAt } from '../checks/routeChecks.ts';
import { newMove, type Move } from '../../moves/index.ts';
import { stepsOf, type RoutePlan, type Step } from '../../route/plan.ts';
import { type DriveMove } from '../../moves/drive/move.ts';
import { nominalRun, startPose, type Experiment, type RunRecord } from '../../simulation/run.ts';
import { say } from '../../language/say.ts';

/** A change of a route or its start that may make it hit more often, ending where it ended before. */
export interface Proposal {
  /** What to do, in words: “Square up on the border after move 3”. */
  words: string;
  /** Position of the move that it is about; null for the start. */
  position: number | null;
  experiment: Experiment;
}

/** A jig leaves this much to chance, mm and rad. */
const JIG = {
  'placement.alongSpread': 0.5,
  'placement.acrossSpread': 0.5,
  'placement.headingSpread': 0.002,
};
/** Farthest that a robot goes out of its way to stand flat, mm. */
const FARTHEST_WALL = 450;
const PRESS_SPEED = 150;
/** s that the robot goes on pushing after it should have arrived. */
const PRESS_TIME = 0.8;
/** Most oblique meeting with a wall or a line that a reference may have, rad. */
const MOST_OBLIQUE = radians(12);
/** A reference nearer to the end of a straight than this leaves no room, mm. */
const ROOM = 40;

/** Everything that is worth trying on a route, whether it helps or not. */
export function proposalsFor(experiment: Experiment): Proposal[] {
  const nominal = nominalRun(experiment);
  const steps = stepsOf(experiment.plan.moves);
  const repeated = new Set(steps.filter(({ round }) => round > 1).map(({ position }) => position));
  const proposals = [...fromJig(experiment)];
  steps.forEach((step, i) => {
    if (repeated.has(step.position)) return;
    const record = nominal.moves[i]!;
    const heading = record.start.heading - startPose(experiment.plan, experiment.field).heading;
    for (const { words, moves } of [
      ...otherWays(step, heading),
      ...endedByRange(step, record.end, experiment),
      ...squaredUp(step, record.end, heading, experiment),
      ...foundLine(step, record.start, record.end, experiment),
    ]) {
      const plan = withInstead(experiment.plan, step.position, moves);
      const proposed = endingAlike({ ...experiment, plan }, nominal, record.end, moves);
      if (proposed !== null) {
        proposals.push({ words, position: step.position, experiment: proposed });
      }
    }
  });
  return proposals;
}

function fromJig(experiment: Experiment): Proposal[] {
  const { trueParameters, estimated } = experiment;
  const { alongSpread, acrossSpread, headingSpread } = trueParameters.placement;
  if (alongSpread <= 0.6 && acrossSpread <= 0.6 && headingSpread <= 0.0025) return [];
  return [
    {
      words: say`Start from a jig`,
      position: null,
      experiment: {
        ...experiment,
        trueParameters: withSetupValues(trueParameters, JIG),
        estimated: withSetupValues(estimated, JIG),
      },
    },
  ];
}

interface Replacement {
  words: string;
  moves: Move[];
}

/** The same move in another way: held, slower, with its heading given, with a slow end. */
function otherWays({ move, position }: Step, heading: number): Replacement[] {
  const number = position + 1;
  const ways: Replacement[] = [];
  if ('hold' in move && 'speed' in move) {
    if (move.hold !== 'gyro') {
      ways.push({
        words: say`Hold move ${number} by the gyro`,
        moves: [{ ...move, hold: 'gyro', heading: null }],
      });
    } else if (move.heading === null) {
      ways.push({
        words: say`Tell move ${number} its heading`,
        moves: [{ ...move, heading: wrapAngle(heading) }],
      });
    }
  }
  if ('speed' in move && move.kind !== 'square up') {
    ways.push({
      words: say`Half the speed in move ${number}`,
      moves: [{ ...move, speed: move.speed / 2 }],
    });
  }
  if (move.kind === 'turn') {
    ways.push({
      words: say`Half the rate in move ${number}`,
      moves: [{ ...move, rate: move.rate / 2 }],
    });
    if (move.way.kind === 'stop early') {
      ways.push({
        words: say`Turn slowly at the end of move ${number}`,
        moves: [
          { ...move, way: { kind: 'slow end', lastAngle: radians(20), lastRate: radians(40) } },
        ],
      });
    }
  }
  return ways;
}

/** A straight that ends by the distance to what stands ahead of it. */
function endedByRange(
  { move, position }: Step,
  end: Pose,
  { field, estimated }: Experiment,
): Replacement[] {
  if (move.kind !== 'drive' || move.distance <= 0) return [];
  const beam = beamAt(end, estimated.range, field);
  const { shortest, longest } = estimated.range;
  if (beam === null || beam.incidence > MOST_OBLIQUE) return [];
  if (beam.distance < shortest + 20 || beam.distance > 0.8 * longest) return [];
  const { id, speed, hold, heading, gain, stop } = move;
  const approach = newMove('approach', id, {
    speed,
    hold,
    heading,
    gain,
    stop,
    distance: beam.distance,
  });
  return [
    { words: say`End move ${position + 1} by the distance to ${beam.thing}`, moves: [approach] },
  ];
}

/** After the move: back to the border, stand flat, and forwards again. */
function squaredUp(
  { move, position }: Step,
  end: Pose,
  heading: number,
  { field, estimated }: Experiment,
): Replacement[] {
  if (!field.border || move.kind === 'checkpoint' || move.kind === 'square up') return [];
  const turned = move.kind === 'turn' || move.kind === 'arc' ? null : heading;
  if (turned !== null && Math.abs(wrapAngle(4 * turned)) / 4 > radians(3)) return [];
  const behind = { ...estimated.range, x: -estimated.body.behind, y: 0, heading: Math.PI };
  const wall = beamAt(end, behind, { ...field, models: [], walls: [] });
  const blocked = beamAt(end, behind, field);
  if (wall === null || blocked === null || blocked.distance < wall.distance - 1) return [];
  if (wall.incidence > radians(4) || wall.distance > FARTHEST_WALL) return [];
  const square = newMove('square up', `${move.id}-flat`, {
    speed: PRESS_SPEED,
    duration: wall.distance / PRESS_SPEED + PRESS_TIME,
  });
  const back = newMove('drive', `${move.id}-on`, {
    distance: Math.max(5, wall.distance),
    speed: 250,
  });
  return [
    { words: say`Square up on the border after move ${position + 1}`, moves: [move, square, back] },
  ];
}

/** A straight that crosses a line finds it on the way and goes on from there. */
function foundLine(
  { move, position }: Step,
  start: Pose,
  end: Pose,
  { field, estimated }: Experiment,
): Replacement[] {
  if (move.kind !== 'drive' || move.distance <= 0) return [];
  const sensor = { x: estimated.light.firstX, y: estimated.light.firstY };
  const crossing = firstCrossing(toField(start, sensor), toField(end, sensor), field);
  if (crossing === null || crossing.along < ROOM || crossing.along > move.distance - ROOM)
    return [];
  const { speed, hold, heading, gain, stop } = move;
  const find = newMove('until line', `${move.id}-line`, {
    speed: Math.min(speed, 200),
    hold,
    heading,
    gain,
  });
  const rest: DriveMove = { ...move, distance: move.distance - crossing.along, stop };
  return [{ words: say`Find the ${crossing.name} in move ${position + 1}`, moves: [find, rest] }];
}

function firstCrossing(
  from: Point,
  to: Point,
  field: Field,
): { along: number; name: string } | null {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const [dx, dy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  let best: { along: number; name: string } | null = null;
  for (const line of field.lines) {
    line.points.slice(1).forEach((b, i) => {
      const a = line.points[i]!;
      const [ex, ey] = [b.x - a.x, b.y - a.y];
      const determinant = dx * ey - dy * ex;
      // Crossed at right angles or nearly so: the sine of the angle between them.
      if (Math.abs(determinant) < Math.cos(MOST_OBLIQUE) * Math.hypot(ex, ey)) return;
      const along = ((a.x - from.x) * ey - (a.y - from.y) * ex) / determinant;
      const share = ((a.x - from.x) * dy - (a.y - from.y) * dx) / determinant;
      if (along < 0 || along > length || share < 0.1 || share > 0.9) return;
      if (best === null || along < best.along) best = { along, name: line.name };
    });
  }
  return best;
}

function withInstead(plan: RoutePlan, position: number, moves: Move[]): RoutePlan {
  return { ...plan, moves: plan.moves.toSpliced(position, 1, ...moves) };
}

/** How far from its old end a changed route may get before it is another route, mm and rad. */
const SAME_PLACE = 6;
const SAME_HEADING = radians(1);
const CORRECTIONS = 3;

/**
 * Corrects the last straight that was put in until the robot is where it was before; null when it
 * does not get there, or runs into something that it did not run into before.
 */
function endingAlike(
  experiment: Experiment,
  before: RunRecord,
  goal: Pose,
  moves: readonly Move[],
): Experiment | null {
  const lastId = moves.at(-1)!.id;
  let changed = experiment;
  for (let i = 0; i <= CORRECTIONS; i++) {
    const record = nominalRun(changed).moves;
    const there = record.findLast(({ moveId }) => moveId === lastId)!;
    if (
      record.some(
        ({ touched, moveId }) =>
          touched && !moveId.endsWith('-flat') && !wasTouched(before, moveId),
      )
    ) {
      return null;
    }
    const dx = goal.x - there.end.x;
    const dy = goal.y - there.end.y;
    const away = Math.hypot(dx, dy);
    const turned = Math.abs(wrapAngle(goal.heading - there.end.heading));
    if (away <= 1 && turned <= SAME_HEADING) return changed;
    const last = changed.plan.moves.find(({ id }) => id === lastId)!;
    if (i === CORRECTIONS || last.kind !== 'drive') {
      return away <= SAME_PLACE && turned <= SAME_HEADING ? changed : null;
    }
    const along = dx * Math.cos(there.end.heading) + dy * Math.sin(there.end.heading);
    const corrected = { ...last, distance: last.distance + along };
    const plan = {
      ...changed.plan,
      moves: changed.plan.moves.map((move) => (move.id === lastId ? corrected : move)),
    };
    changed = { ...changed, plan };
  }
  return null;
}

function wasTouched(before: RunRecord, moveId: string): boolean {
  return before.moves.some((move) => move.moveId === moveId && move.touched);
}
