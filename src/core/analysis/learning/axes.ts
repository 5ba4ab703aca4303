import { offsetFrom, type Field, type Offset } from '../../field/field.ts';
import { wrapAngle } from '../../mathematics/angle.ts';
import { relativeTo, type Pose } from '../../mathematics/pose.ts';
import type { Body } from '../../robot/parameters.ts';
import { toolPose } from '../../robot/toolPose.ts';
import { checkpointsOf } from '../../route/checkpoints.ts';
import { stepsOf, type RoutePlan } from '../../route/plan.ts';
import { startPose, type RunRecord } from '../../simulation/run.ts';
import type { SeenRunMoves } from '../../telemetry/seenRun.ts';
import { CAMERA_SPREAD } from '../moves/cameraSpread.ts';
import { stepBetween } from '../moves/track.ts';

/** Where one run ended; the heading is null where nobody measured it. */
export interface DrivenRun {
  session: string;
  measurements: readonly {
    checkpointId: string;
    along: number;
    left: number;
    turned: number | null;
  }[];
  /** What a camera saw of its start and its moves; null where none did. */
  seen: SeenRunMoves | null;
}

/** Poses of a robot on a run: where it stood before, and where each step ended. */
export interface RunPoses {
  start: Pose;
  ends: readonly Pose[];
}

/** One number that is measured of a run: mm, or rad near what is planned, so that differences are plain ones. */
export interface Axis {
  isAngle: boolean;
  /** Standard deviation that measuring it adds. */
  reading: number;
  /** What it is for a run whose poses are known. */
  of: (poses: RunPoses) => number;
  /** What was measured of a run; null where nobody did. */
  measured: (run: DrivenRun) => number | null;
}

/** Standard deviation that a ruler and a protractor add, mm and rad. */
const BY_HAND = { along: 0.3, left: 0.3, turned: 0.01 };
/** A step that goes and turns less than this, mm and rad, is no move to be measured. */
const LEAST = { length: 20, turn: 0.05 };

/** All that is measured of the runs of a plan: every checkpoint, and where a camera saw any, the start and every move. */
export function axesOf(
  plan: RoutePlan,
  field: Field,
  body: Body,
  nominal: RunRecord,
  runs: readonly DrivenRun[],
): Axis[] {
  const placed = checkpointAxes(plan, field, body);
  const axes = runs.every(({ seen }) => seen === null)
    ? placed
    : [...placed, ...startAxes(startPose(plan, field)), ...moveAxes(nominal)];
  return axes.map((axis) => nearPlan(axis, posesOf(nominal)));
}

/** The poses of a run as it was simulated. */
export function posesOf({ moves }: RunRecord): RunPoses {
  return { start: moves[0]!.start, ends: moves.map(({ end }) => end) };
}

function nearPlan(axis: Axis, planned: RunPoses): Axis {
  if (!axis.isAngle) return axis;
  const middle = axis.of(planned);
  const near = (value: number) => middle + wrapAngle(value - middle);
  return {
    ...axis,
    of: (poses) => near(axis.of(poses)),
    measured: (run) => {
      const value = axis.measured(run);
      return value === null ? null : near(value);
    },
  };
}

/** The offset at each checkpoint. */
function checkpointAxes(plan: RoutePlan, field: Field, body: Body): Axis[] {
  const steps = stepsOf(plan.moves);
  return checkpointsOf(plan).flatMap(({ id, modelId }) => {
    const step = steps.findIndex(({ move }) => move.id === id);
    const { zone } = field.models.find((model) => model.id === modelId)!;
    const offset = ({ ends }: RunPoses): Offset => offsetFrom(zone, toolPose(body, ends[step]!));
    return (['along', 'left', 'turned'] as const).map((axis): Axis => ({
      isAngle: axis === 'turned',
      reading: BY_HAND[axis],
      of: (poses) => offset(poses)[axis],
      measured: ({ measurements }) =>
        measurements.find(({ checkpointId }) => checkpointId === id)?.[axis] ?? null,
    }));
  });
}

/** Where it was really put down, in the axes of the start as it is drawn. */
function startAxes(drawn: Pose): Axis[] {
  return (['x', 'y', 'heading'] as const).map((axis): Axis => {
    const of = (start: Pose) => relativeTo(drawn, start)[axis];
    const isAngle = axis === 'heading';
    return {
      isAngle,
      reading: isAngle ? CAMERA_SPREAD.angle : CAMERA_SPREAD.place,
      of: ({ start }) => of(start),
      measured: ({ seen }) => (seen === null ? null : of(seen.start)),
    };
  });
}

/** How far each move goes and turns; behind a look that chooses, runs go several ways and are left alone. */
function moveAxes({ moves }: RunRecord): Axis[] {
  const chooses = moves.findIndex(({ answer }) => answer !== null);
  const before = chooses < 0 ? moves : moves.slice(0, chooses);
  let from: number | null = null;
  return before.flatMap((move, step): Axis[] => {
    const { ahead, turned } = stepBetween(move.start, move.end);
    if (Math.abs(ahead) < LEAST.length && Math.abs(turned) < LEAST.turn) return [];
    const previous = from;
    from = step;
    const read = (value: 'ahead' | 'turned'): Axis => ({
      isAngle: value === 'turned',
      reading: value === 'turned' ? CAMERA_SPREAD.angle : CAMERA_SPREAD.length,
      of: ({ start, ends }) =>
        stepBetween(previous === null ? start : ends[previous]!, ends[step]!)[value],
      measured: ({ seen }) => {
        const [begun, ended] = [placeAfter(seen, previous), placeAfter(seen, step)];
        return begun === null || ended === null ? null : stepBetween(begun, ended)[value];
      },
    });
    const goes = Math.abs(ahead) >= LEAST.length && Math.abs(turned) < GOES_STRAIGHT;
    return goes ? [read('ahead'), read('turned')] : [read('turned')];
  });
}

/** More than this, rad, and the way between both ends is not how far it went. */
const GOES_STRAIGHT = 0.5;

/** Where a run stood after a step, or before its first; null where nobody saw it. */
function placeAfter(seen: SeenRunMoves | null, step: number | null): Pose | null {
  if (seen === null) return null;
  if (step === null) return seen.start;
  return seen.moves.find((move) => move.step === step)?.end ?? null;
}
