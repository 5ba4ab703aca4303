import type { Field } from '../../field/field.ts';
import { relativeTo, type Pose } from '../../mathematics/pose.ts';
import { LINE_PERIOD, type PracticeHub } from '../../practice/hub.ts';
import type { PracticeCommand } from '../../practice/commands.ts';
import type { FilmedDrive } from './outing.ts';

/** A drive of a bench, as the practice robot does it on its floor, brought to the middle of a table. */
export function filmedBenchDrive(
  hub: PracticeHub,
  command: PracticeCommand,
  { width, height }: Pick<Field, 'width' | 'height'>,
): FilmedDrive {
  hub.carryOut(command);
  const track = hub.trueTrack;
  const first = track[0]!;
  const way = track.map((pose) => ({
    ...relativeTo(first, pose),
    heading: pose.heading - first.heading,
  }));
  const middle = (axis: 'x' | 'y') => {
    const along = way.map((pose) => pose[axis]);
    return (Math.max(...along) + Math.min(...along)) / 2;
  };
  const start = { x: width / 2 - middle('x'), y: height / 2 - middle('y'), heading: 0 };
  return {
    start,
    duration: (track.length - 1) * LINE_PERIOD,
    poseAt: (time) => placed(start, between(way, time / LINE_PERIOD)),
  };
}

function placed(start: Pose, { x, y, heading }: Pose): Pose {
  return { x: start.x + x, y: start.y + y, heading };
}

/** The pose at a place in a list of them, straight between two. */
function between(way: readonly Pose[], at: number): Pose {
  const place = Math.min(way.length - 1, Math.max(0, at));
  const [a, b] = [way[Math.floor(place)]!, way[Math.ceil(place)]!];
  const share = place - Math.floor(place);
  return {
    x: a.x + share * (b.x - a.x),
    y: a.y + share * (b.y - a.y),
    heading: a.heading + share * (b.heading - a.heading),
  };
}
