import { offsetFrom, type Offset, type Zone } from '../../field/field.ts';
import { wrapAngle } from '../../mathematics/angle.ts';
import { deviated } from '../../robot/knowledge.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import { toolPose } from '../../robot/toolPose.ts';
import { nominalRun, type Experiment } from '../../simulation/run.ts';
import type { Learned } from './learn.ts';

/** A number of the robot that may be what is wrong, and what it would do to mend it. */
export interface Mend {
  /** Path of the number, and what it is off by if it is the one. */
  cause: string;
  deviation: number;
  /** Numbers that these routes cannot tell from it. */
  alike: string[];
  /** How likely it is that this, or one that looks alike, is what is wrong: then every route profits. */
  chance: number;
  /** How far the runs at the checkpoint would move. */
  shift: Offset;
}

/** A suspicion below this is not worth a change of the robot's numbers. */
const WORTH_MENDING = 0.15;
const SHOWN = 2;

/**
 * The other school of aiming: not the one move of this route is moved, but the number that is wrong is mended, so that
 * the programs of all routes are written for the robot as it is.
 */
export function mendsOf(
  learned: Learned,
  experiment: Experiment,
  checkpointId: string,
  zone: Zone,
): Mend[] {
  const { estimated } = experiment;
  const endOf = (program: RobotParameters, robot: RobotParameters): Offset => {
    const run = nominalRun({ ...experiment, estimated: program, trueParameters: robot });
    const end = run.moves.find(({ moveId }) => moveId === checkpointId)!.end;
    return offsetFrom(zone, toolPose(estimated.body, end));
  };
  return learned.suspects
    .filter(({ chance }) => chance >= WORTH_MENDING)
    .flatMap(({ causes, chance }): Mend[] => {
      const first = causes.find(({ cause }) => !cause.startsWith('start.'));
      if (first === undefined) return [];
      const { cause, ifAlone: deviation } = first;
      const robot = deviated(estimated, { [cause]: deviation });
      const [before, after] = [endOf(estimated, robot), endOf(robot, robot)];
      return [
        {
          cause,
          deviation,
          alike: causes.flatMap((other) => (other === first ? [] : [other.cause])),
          chance,
          shift: {
            along: after.along - before.along,
            left: after.left - before.left,
            turned: wrapAngle(after.turned - before.turned),
          },
        },
      ];
    })
    .slice(0, SHOWN);
}
