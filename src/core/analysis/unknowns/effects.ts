import { offsetFrom, type Offset, type Zone } from '../../field/field.ts';
import { wrapAngle } from '../../mathematics/angle.ts';
import type { Pose } from '../../mathematics/pose.ts';
import { deviated, middleNumbers, spreadsOf, type Knowledge } from '../../robot/knowledge.ts';
import type { Body } from '../../robot/parameters.ts';
import { toolPose } from '../../robot/toolPose.ts';
import { momentAfterMove } from '../../simulation/forecast.ts';
import { nominalRun, poseAt, type Experiment, type RunRecord } from '../../simulation/run.ts';
import { SAMPLES_PER_MOVE } from '../../simulation/settings.ts';

/**
 * What it does to a route when numbers of the robot are not what the setup says: the change of the pose at every
 * moment of a forecast for one unit of deviation of each number.
 */
export interface UnknownEffects {
  /** The numbers that move the middle of the runs, and how they are known. */
  knowledge: Knowledge;
  /** The run of a robot that is as its setup says. */
  nominal: Pose[];
  /** One list a number, in the order of its paths: x and y in mm, heading in rad, for each moment. */
  perUnit: Pose[][];
}

/**
 * Works out the effects by noise-free runs with each number a standard deviation larger and smaller: over so wide a
 * step the straight line through both fits what may be, and not the slope at one point.
 */
export function unknownEffects(experiment: Experiment, known: Knowledge): UnknownEffects {
  const knowledge = middleNumbers(known);
  const nominal = nominalRun(experiment);
  const spreads = spreadsOf(knowledge);
  const posesOf = (path: string, deviation: number) => {
    const trueParameters = deviated(experiment.trueParameters, { [path]: deviation });
    return momentsOf(nominalRun({ ...experiment, trueParameters }), nominal);
  };
  const middle = momentsOf(nominal, nominal) as Pose[];
  const perUnit = knowledge.paths.map((path, i) => {
    const spread = spreads[i]!;
    const [more, less] = [posesOf(path, spread), posesOf(path, -spread)];
    return middle.map((pose, moment): Pose => {
      // A robot that a wrong look sends another way tells nothing of how this way changes.
      const [a, b] = [more[moment] ?? pose, less[moment] ?? pose];
      const over = (more[moment] == null ? 0 : spread) + (less[moment] == null ? 0 : spread);
      if (over === 0) return { x: 0, y: 0, heading: 0 };
      return {
        x: (a.x - b.x) / over,
        y: (a.y - b.y) / over,
        heading: (a.heading - b.heading) / over,
      };
    });
  });
  return { knowledge, nominal: middle, perUnit };
}

/** Poses at the moments of a forecast; null from where the run goes another way than the nominal one. */
function momentsOf(run: RunRecord, nominal: RunRecord): (Pose | null)[] {
  let same = true;
  return run.moves.flatMap((move, step) => {
    same &&= (move.ended === 'passed over') === (nominal.moves[step]!.ended === 'passed over');
    return Array.from({ length: SAMPLES_PER_MOVE }, (_, sample) => {
      if (!same) return null;
      const time = move.from + ((move.to - move.from) * (sample + 1)) / SAMPLES_PER_MOVE;
      return sample === SAMPLES_PER_MOVE - 1 ? move.end : poseAt(run, time);
    });
  });
}

/** Change of the offset at a zone for one unit of each number's deviation, where a step ends. */
export function offsetEffects(
  { nominal, perUnit }: UnknownEffects,
  step: number,
  zone: Zone,
  body: Body,
): Offset[] {
  const moment = momentAfterMove(step);
  const at = nominal[moment]!;
  const here = offsetFrom(zone, toolPose(body, at));
  return perUnit.map((moments) => {
    const change = moments[moment]!;
    // Small enough for a straight line, whatever the number's unit is.
    const size = Math.max(Math.hypot(change.x, change.y), 100 * Math.abs(change.heading));
    const part = size > 0 ? 1 / size : 0;
    const there = offsetFrom(
      zone,
      toolPose(body, {
        x: at.x + part * change.x,
        y: at.y + part * change.y,
        heading: at.heading + part * change.heading,
      }),
    );
    const per = part > 0 ? 1 / part : 0;
    return {
      along: per * (there.along - here.along),
      left: per * (there.left - here.left),
      turned: per * wrapAngle(there.turned - here.turned),
    };
  });
}

/** Where the noise-free run of a robot that is as its setup says ends a step, seen from a zone. */
export function nominalOffset(
  { nominal }: UnknownEffects,
  step: number,
  zone: Zone,
  body: Body,
): Offset {
  return offsetFrom(zone, toolPose(body, nominal[momentAfterMove(step)]!));
}
