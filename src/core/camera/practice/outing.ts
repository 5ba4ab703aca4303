import { normal, uniform, type Draw } from '../../mathematics/randomness.ts';
import { wrapAngle } from '../../mathematics/angle.ts';
import { toField, type Point, type Pose } from '../../mathematics/pose.ts';
import { poseAt, type RunRecord } from '../../simulation/run.ts';

/** What a robot does between being put down and being taken away. */
export interface FilmedDrive {
  start: Pose;
  /** s */
  duration: number;
  /** Where the middle of its axle is, s after it set off. */
  poseAt: (time: number) => Pose;
}

/** A run of a route as it is filmed. */
export function filmedRun(run: RunRecord): FilmedDrive {
  const { moves, duration } = run;
  return { start: moves[0]!.start, duration, poseAt: (time) => poseAt(run, time) };
}

/** What goes wrong in a practice run, if anything does. */
export type Mishap = 'none' | 'hand' | 'bump' | 'lift' | 'picked early' | 'straightened';

/** A robot on the table at a moment, and what hands do. */
export interface TableScene {
  /** Where the middle of its axle is. */
  robot: Pose;
  /** How far it is lifted above the table, mm. */
  lift: number;
  /** The palm of a hand that reaches in from the near side; null for none. */
  hand: Point | null;
}

/** One robot put down, driven and taken away again. */
export interface PracticeTurn {
  mishap: Mishap;
  /** s after the beginning of this turn: it is put down, sets off, stands, and is taken away. */
  down: number;
  off: number;
  stands: number;
  away: number;
  /** What the robot did, with times from when it set off; a lifted one not to its end. */
  drive: FilmedDrive;
  sceneAt: (time: number) => TableScene;
}

/** s in which a hand brings a robot, lets it stand before it is started, and takes it away. */
const [BRINGS, WAITS, TAKES] = [1.6, 2.4, 1.4];
/** How long it stands before a hand comes: usually, and one that does not wait. */
const [STANDS, STANDS_SHORTLY] = [2.2, 0.75];
/** How high it is carried, mm. */
const CARRIED = 90;
/** From where it is brought, seen from its start: to the near left. */
const BESIDE: Point = { x: -60, y: -260 };
/** How a hand puts it down, mm and rad. */
const PUT_DOWN = { place: 2, heading: 0.008 };

/** One turn of a practice robot at the table, with everything that hands do. */
export function practiceTurn(
  drive: FilmedDrive,
  seed: number,
  number: number,
  mishap: Mishap,
): PracticeTurn {
  const luck = uniform(seed, number, 31);
  const { start, duration } = drive;
  const down = BRINGS;
  const off = down + WAITS + luck();
  const cut = off + duration * (0.35 + 0.3 * luck());
  const stands = mishap === 'lift' ? cut : off + duration;
  const away =
    mishap === 'lift' ? cut : stands + (mishap === 'picked early' ? STANDS_SHORTLY : STANDS);
  const driven = mishap === 'bump' ? bumped(drive, cut - off, luck) : drive.poseAt;
  const first = mishap === 'straightened' ? putDownBadly(start, normal(seed, number, 32)) : start;
  return {
    mishap,
    down,
    off,
    stands,
    away,
    drive,
    sceneAt: (time) => {
      if (time < down) return carried(first, 1 - time / down);
      if (time < off) {
        const straightened = smooth((time - off + 1.3) / 0.25);
        const robot = between(first, start, straightened);
        const touching = mishap === 'straightened' && Math.abs(time - off + 1.2) < 0.4;
        return { robot, lift: 0, hand: touching ? besides(robot) : null };
      }
      if (time < away) {
        const robot = driven(Math.min(time, stands) - off);
        const over = mishap === 'hand' && Math.abs(time - cut) < 0.22;
        const pushing = mishap === 'bump' && Math.abs(time - cut) < 0.25;
        return { robot, lift: 0, hand: over ? robot : pushing ? besides(robot) : null };
      }
      return carried(driven(Math.min(away, stands) - off), (time - away) / TAKES);
    },
  };
}

/** How long a turn takes, s. */
export function lengthOf({ away }: PracticeTurn): number {
  return away + TAKES;
}

/** Somebody leans on the table: from a moment on it drives beside its way. */
function bumped({ poseAt }: FilmedDrive, at: number, luck: Draw): (time: number) => Pose {
  const side = luck() < 0.5 ? -1 : 1;
  const [aside, turned] = [side * (14 + 26 * luck()), side * 0.1 * luck()];
  const pivot = poseAt(at);
  return (time) => {
    const pose = poseAt(time);
    const share = smooth((time - at) / 0.18);
    if (share === 0) return pose;
    const moved = toField({ ...pivot, heading: turned * share }, rotatedBack(pivot, pose));
    const push = toField({ x: 0, y: 0, heading: pivot.heading }, { x: 0, y: aside * share });
    return {
      x: moved.x + push.x,
      y: moved.y + push.y,
      heading: wrapAngle(pose.heading + turned * share),
    };
  };
}

function rotatedBack(pivot: Point, { x, y }: Point): Point {
  return { x: x - pivot.x, y: y - pivot.y };
}

/** In a hand, a share of the way from a place on the table to beside it. */
function carried(place: Pose, share: number): TableScene {
  const s = smooth(share);
  const away = { x: place.x + BESIDE.x * s, y: place.y + BESIDE.y * s };
  const robot = { ...away, heading: place.heading + 0.5 * s };
  return { robot, lift: CARRIED * smooth(share * 2.5), hand: besides(robot) };
}

function putDownBadly(start: Pose, draw: Draw): Pose {
  return {
    x: start.x + 4 * PUT_DOWN.place * draw(),
    y: start.y + 4 * PUT_DOWN.place * draw(),
    heading: start.heading + 5 * PUT_DOWN.heading * draw(),
  };
}

/** A hand that holds a robot by its near end and leaves most of its tag to be seen. */
function besides({ x, y }: Point): Point {
  return { x, y: y - 95 };
}

function between(from: Pose, to: Pose, share: number): Pose {
  return {
    x: from.x + share * (to.x - from.x),
    y: from.y + share * (to.y - from.y),
    heading: from.heading + share * wrapAngle(to.heading - from.heading),
  };
}

/** From 0 to 1 without a jerk. */
function smooth(share: number): number {
  const s = Math.min(1, Math.max(0, share));
  return s * s * (3 - 2 * s);
}
