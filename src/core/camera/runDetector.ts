import { circularMean, wrapAngle } from '../mathematics/angle.ts';
import { mean } from '../mathematics/sample.ts';
import type { Pose } from '../mathematics/pose.ts';
import { wheelWay, type ExpectedRun } from './expectedRun.ts';
import type { RobotSight } from './fixedCamera.ts';
import { stepBetween, type TrackPoint } from '../analysis/moves/track.ts';

/** The robots that one picture shows. */
export interface Sighting {
  /** When the picture was taken, s. */
  time: number;
  /** Usually one: each carries a tag of its own, and one that is seen twice is on two robots. */
  robots: readonly RobotSight[];
}

/** Why a run is not believed before a person was asked. */
export type Doubt =
  'hidden' | 'pushed' | 'picked up early' | 'two robots' | 'camera moved' | 'shorter' | 'longer';

/** A run that was seen from its start to its end. */
export interface SeenRun {
  track: TrackPoint[];
  /** Where it stood before it set off, and where it stands: means of many pictures. */
  start: Pose;
  end: Pose;
  /** s, by the clock of the pictures; `decided` is when it was sure that it is over. */
  from: number;
  to: number;
  decided: number;
  /** Empty for a run that can be believed. */
  doubts: Doubt[];
}

/** What the detector makes of what it sees. */
export type Watching =
  | { kind: 'nothing' }
  | { kind: 'two robots' }
  /** It stands, but not where the route starts: how far off, mm, and how much it is turned, rad. */
  | { kind: 'elsewhere'; distance: number; turned: number }
  | { kind: 'moving' }
  | { kind: 'settling' }
  | { kind: 'ready' }
  | { kind: 'running'; seconds: number }
  | { kind: 'hidden'; seconds: number }
  | { kind: 'ending'; seconds: number }
  /** A run that was none: it was picked up, or its tag stayed away. */
  | { kind: 'interrupted'; by: 'lifted' | 'hidden' };

/** A robot is still when it stays in so much, mm and rad, for so long, s, and in so many pictures. */
const STILL = { place: 1.6, heading: 0.008, seconds: 0.45, pictures: 4 };
/** It stands ready after so long at its start, s, and within so much of it, mm and rad. */
const READY = { seconds: 0.8, place: 80, heading: 0.35 };
/** It sets off when it is so far from where it stood, mm and rad. */
const LEFT = { place: 5, heading: 0.02 };
/** It has ended when it was still for so long, s. */
const ENDED = 1;
/** A tag that grows or shrinks by more than this share, in so many pictures after each other, is lifted or tipped. */
const LIFTED = { share: 0.011, pictures: 3 };
/** In so many s, wheels carry a robot no farther sideways, mm; where its tag sits is not known exactly: mm per rad of turning. */
const PUSHED = { seconds: 0.3, sideways: 5, perTurn: 10 };
/** Faster than this no such robot drives, mm/s: it was carried. */
const CARRIED = 1500;
/** A tag may be hidden for so long on the way, s; after so long more nobody knows what became of the run. */
const HIDDEN = { doubtful: 0.7, lost: 6 };
/** Shares of the expected time and way outside of which a run is asked about. */
const USUAL = { shortest: 0.6, longest: 1.8 };
/** A robot that went less than this share of its way and stands at its start was only touched. */
const TOUCHED = 0.35;
/** A drive whose length nobody knows is none below this way of its wheels, mm. */
const LEAST_DRIVE = 30;
/** A way of its wheels, mm, that is none when it stands at its start again: a hand straightened it. */
const STRAIGHTENED = 60;

/**
 * Tells runs from everything else that hands do to robots: it waits for a robot that stands still at its start, follows it
 * until it stands still again, and says what it is not sure of. Runs are never guessed over what was not seen.
 */
export class RunDetector {
  private recent: Seen[] = [];
  private state: State = { kind: 'waiting' };
  private word: Watching = { kind: 'nothing' };

  constructor(private readonly expected: ExpectedRun) {}

  /** What it makes of what it saw last. */
  get watching(): Watching {
    return this.word;
  }

  /** Since when it stands where it is seen now, s; null when it moves. */
  get stoodSince(): number | null {
    if (this.recent.length === 0 || !isStill(this.recent)) return null;
    return stillPart(this.recent)[0]!.time;
  }

  /** Says that places are not to be trusted since the last picture: a run that is under way is asked about. */
  cameraMoved(): void {
    if (this.state.kind === 'running') this.state.doubts.add('camera moved');
  }

  /** Takes the next picture; answers a run when one is over. */
  push({ time, robots }: Sighting): SeenRun | null {
    if (robots.length > 1) return this.twoRobots();
    const [robot] = robots;
    if (robot === undefined) return this.unseen(time);
    const seen = { time, ...robot.pose, scale: robot.scale };
    this.recent = [...this.recent.filter((one) => one.time > time - KEPT), seen];
    return this.state.kind === 'running' ? this.follow(this.state, seen) : this.wait(seen);
  }

  /** Nobody knows which of two robots is meant; a run that was on its way is asked about. */
  private twoRobots(): null {
    if (this.state.kind === 'running') this.state.doubts.add('two robots');
    else this.state = { kind: 'waiting' };
    this.word = { kind: 'two robots' };
    return null;
  }

  private unseen(time: number): null {
    const { state } = this;
    if (state.kind !== 'running') {
      if (this.recent.every((one) => one.time < time - HIDDEN.doubtful)) {
        this.state = { kind: 'waiting' };
        this.recent = [];
        if (this.word.kind !== 'interrupted') this.word = { kind: 'nothing' };
      }
      return null;
    }
    const hidden = time - state.track.at(-1)!.time;
    if (hidden > HIDDEN.lost) {
      this.state = { kind: 'waiting' };
      this.word = { kind: 'interrupted', by: 'hidden' };
    } else if (hidden > 0.3) this.word = { kind: 'hidden', seconds: hidden };
    return null;
  }

  /** Before a run: until it stands at its start, and from there until it leaves. */
  private wait(seen: Seen): null {
    const { state } = this;
    if (state.kind === 'ready') {
      if (!hasLeft(state.stood, seen)) {
        if (isStill(this.recent)) state.pictures.push(seen);
        if (state.pictures.length > MOST_AVERAGED) state.pictures.shift();
        state.stood = middle(state.pictures);
        return null;
      }
      this.setOff(state);
      return null;
    }
    if (!isStill(this.recent)) {
      this.state = { kind: 'waiting' };
      if (this.word.kind !== 'interrupted' || seen.time - this.since > 3)
        this.word = { kind: 'moving' };
      return null;
    }
    const stood = middle(stillPart(this.recent));
    const { start } = this.expected;
    const distance = start === null ? 0 : Math.hypot(stood.x - start.x, stood.y - start.y);
    const turned = start === null ? 0 : wrapAngle(stood.heading - start.heading);
    if (distance > READY.place || Math.abs(turned) > READY.heading) {
      if (this.word.kind !== 'interrupted' || seen.time - this.since > 3)
        this.word = { kind: 'elsewhere', distance, turned };
      return null;
    }
    const pictures = stillPart(this.recent);
    if (seen.time - pictures[0]!.time < READY.seconds) {
      this.word = { kind: 'settling' };
      return null;
    }
    this.state = { kind: 'ready', pictures: [...pictures], stood };
    this.word = { kind: 'ready' };
    return null;
  }

  /** When a run was given up, s: what is said of it stays for a while. */
  private since = -Infinity;

  private setOff({ pictures, stood }: Extract<State, { kind: 'ready' }>): void {
    // Its first movements lie in pictures in which it was not seen to have left.
    const moving = this.recent.filter((one) => one.time > pictures.at(-1)!.time);
    this.state = {
      kind: 'running',
      stood,
      scale: mean(pictures.map(({ scale }) => scale)),
      track: [...pictures.slice(-2), ...moving],
      from: pictures.at(-1)!.time,
      sideways: [],
      lifted: 0,
      doubts: new Set(),
      path: 0,
    };
    this.word = { kind: 'running', seconds: 0 };
  }

  private follow(run: Running, seen: Seen): SeenRun | null {
    const before = run.track.at(-1)!;
    const gap = seen.time - before.time;
    const step = stepBetween(before, seen);
    const still = isStill(this.recent);
    if (gap > HIDDEN.doubtful && Math.hypot(step.ahead, step.aside) > STILL.place)
      run.doubts.add('hidden');
    run.path += wheelWay(before, seen);
    run.sideways = [
      ...run.sideways.filter(({ time }) => time > seen.time - PUSHED.seconds),
      // Between two pictures that lie far apart it may have gone round a bend.
      ...(gap > PUSHED.seconds
        ? []
        : [{ time: seen.time, aside: step.aside, turned: Math.abs(step.turned) }]),
    ];
    run.lifted = Math.abs(seen.scale / run.scale - 1) > LIFTED.share ? run.lifted + 1 : 0;
    const carried = gap > 0 && Math.hypot(step.ahead, step.aside) / gap > CARRIED;
    if (run.lifted >= LIFTED.pictures || carried) return this.lifted(run, seen);
    if (run.lifted === 0 && isPushed(run.sideways)) run.doubts.add('pushed');
    run.track.push(seen);
    const seconds = seen.time - run.from;
    if (!still) {
      this.word = { kind: 'running', seconds };
      return null;
    }
    const pictures = stillPart(this.recent);
    if (run.path < STRAIGHTENED && this.isTouch(run, seen)) return this.over(run, pictures, seen);
    const stood = seen.time - pictures[0]!.time;
    this.word = { kind: 'ending', seconds };
    return stood < this.patience(pictures[0]!.time - run.from)
      ? null
      : this.over(run, pictures, seen);
  }

  /** How long it has to stand still before it is over, s: plans that pause on their way get as long, and a little more. */
  private patience(driven: number): number {
    const { duration, pause } = this.expected;
    return driven > 0.85 * duration || pause < ENDED / 2 ? ENDED : ENDED + 1.2 * pause;
  }

  /** It is in a hand. Where it stood for a moment before may have been its end: a person knows. */
  private lifted(run: Running, seen: Seen): SeenRun | null {
    const ground = run.track.slice(0, run.track.length - run.lifted + 1);
    const before = stillEnd(ground);
    this.recent = [];
    this.since = seen.time;
    if (before === null || this.isTouch(run, middle(before))) {
      this.state = { kind: 'waiting' };
      this.word = { kind: 'interrupted', by: 'lifted' };
      return null;
    }
    run.track = ground;
    run.doubts.add('picked up early');
    return this.over(run, before, seen);
  }

  private over(run: Running, pictures: readonly Seen[], seen: Seen): SeenRun | null {
    const end = middle(pictures);
    this.state = { kind: 'waiting' };
    if (this.isTouch(run, end)) {
      // It was straightened at its start, by a hand or a bump.
      this.word = { kind: 'settling' };
      return null;
    }
    const to = pictures[0]!.time;
    const { duration, path } = this.expected;
    if (to - run.from < USUAL.shortest * duration || run.path < USUAL.shortest * path)
      run.doubts.add('shorter');
    if (duration > 0 && to - run.from > USUAL.longest * duration) run.doubts.add('longer');
    this.recent = [];
    return {
      track: run.track.map(({ time, x, y, heading }) => ({ time, x, y, heading })),
      start: run.stood,
      end,
      from: run.from,
      to,
      decided: seen.time,
      doubts: [...run.doubts],
    };
  }

  /** Whether it hardly went anywhere and stands at its start. */
  private isTouch(run: Running, end: Pose): boolean {
    const { start, path } = this.expected;
    const { x, y } = start ?? run.stood;
    const least = path > 0 ? TOUCHED * path : LEAST_DRIVE;
    return run.path < least && Math.hypot(end.x - x, end.y - y) < READY.place;
  }
}

/** Pictures of so many s are kept to tell whether it stands still, and for how long at the most. */
const KEPT = 12;
/** So many pictures of a robot that stands say where it is; more say no more. */
const MOST_AVERAGED = 60;

interface Seen extends TrackPoint {
  scale: number;
}

interface Running {
  kind: 'running';
  stood: Pose;
  /** The scale of its tag before it set off. */
  scale: number;
  track: Seen[];
  from: number;
  /** How it went sideways from picture to picture, of late. */
  sideways: { time: number; aside: number; turned: number }[];
  /** Pictures after each other in which its tag was too large or too small. */
  lifted: number;
  doubts: Set<Doubt>;
  /** Way of its wheels so far, mm. */
  path: number;
}

type State = { kind: 'waiting' } | { kind: 'ready'; pictures: Seen[]; stood: Pose } | Running;

/** Whether it has stood still until now. */
function isStill(recent: readonly Seen[]): boolean {
  const last = recent.at(-1)!;
  const part = stillPart(recent);
  return part.length >= STILL.pictures && last.time - part[0]!.time >= STILL.seconds;
}

/** The last pictures in which it is where it is now. */
function stillPart(recent: readonly Seen[]): Seen[] {
  const last = recent.slice(-STILL.pictures);
  const now = middle(last);
  let from = recent.length;
  while (
    from > 0 &&
    Math.hypot(recent[from - 1]!.x - now.x, recent[from - 1]!.y - now.y) < STILL.place &&
    Math.abs(wrapAngle(recent[from - 1]!.heading - now.heading)) < STILL.heading
  )
    from--;
  return recent.slice(from);
}

/** The pictures at the end of a track in which it stood; null when it moved to the end. */
function stillEnd(track: readonly Seen[]): Seen[] | null {
  // The hand that comes moves it a little before it lifts it.
  for (let last = track.length; last > Math.max(STILL.pictures, track.length - 12); last--) {
    const before = track.slice(0, last);
    if (isStill(before)) return stillPart(before);
  }
  return null;
}

function hasLeft(stood: Pose, seen: Seen): boolean {
  return (
    Math.hypot(seen.x - stood.x, seen.y - stood.y) > LEFT.place ||
    Math.abs(wrapAngle(seen.heading - stood.heading)) > LEFT.heading
  );
}

function isPushed(steps: Running['sideways']): boolean {
  const aside = steps.reduce((sum, step) => sum + step.aside, 0);
  const turned = steps.reduce((sum, step) => sum + step.turned, 0);
  return Math.abs(aside) > PUSHED.sideways + PUSHED.perTurn * turned;
}

/** The mean of some poses. */
function middle(seen: readonly Pose[]): Pose {
  return {
    x: mean(seen.map(({ x }) => x)),
    y: mean(seen.map(({ y }) => y)),
    heading: circularMean(seen.map(({ heading }) => heading)),
  };
}
