import { edgeSlope, lineDelay, recommendedEdgeGain, wallDelay } from '../robot/edgeFollowing.ts';
import { recommendedHoldGain } from '../robot/headingControl.ts';
import { headingError } from '../mathematics/angle.ts';
import { wheelSpeedOfTurn, wheelTravelOfTurn } from '../robot/driveBase.ts';
import { powerOfSpeed, runOnDistance, topSpeed } from '../robot/motor.ts';
import { brakedMove } from '../robot/brakedMove.ts';
import type { Setup } from '../robot/parameters.ts';
import type {
  AlignInstruction,
  ArcInstruction,
  ArmInstruction,
  Instruction,
  Steering,
  StraightInstruction,
  TurnControl,
  TurnInstruction,
  Until,
} from './instruction.ts';
import {
  stepsOf,
  type Action,
  type ArcMove,
  type ArmMove,
  type FollowLineMove,
  type FollowWallMove,
  type Hold,
  type Move,
  type SquareUpMove,
  type TurnMove,
} from './moves.ts';
import { type Stop } from '../robot/motor.ts';
import { approachDelay, deceleration, driveDelay, turnDelay } from '../robot/stopping.ts';

/** s after which a move that waits for a sensor gives up when nothing else is said. */
const SENSOR_TIME_LIMIT = 8;
const QUARTER_TURN = Math.PI / 2;

/**
 * The numbers that the program needs for each step, from what the setup believes about the robot.
 * The same list drives the simulation, the program sheet and the generated programs. A move that is
 * repeated has the numbers of its first round in every round, because that is what a program has.
 */
export function instructionsOf(moves: readonly Move[], setup: Setup): Instruction[] {
  // True heading since the reset, counted over whole turns: the gyro's scale acts on all of it.
  let heading = 0;
  const first = new Map<Action, Instruction>();
  return stepsOf(moves).map(({ move }) => {
    const instruction = first.get(move) ?? instructionOf(move, setup, heading);
    first.set(move, instruction);
    heading = headingAfter(move, heading);
    return instruction;
  });
}

/** The heading that the program believes after a move, when it believed `heading` before. */
function headingAfter(move: Action, heading: number): number {
  switch (move.kind) {
    case 'turn':
      return heading + turnOf(move, heading);
    case 'arc':
      return heading + move.angle;
    case 'square up':
      return heading + headingError(knownHeading(move, heading), heading);
    case 'settle':
      return 0;
    case 'drive':
    case 'approach':
    case 'until line':
    case 'until touch':
      return move.hold === 'gyro' && move.heading !== null
        ? heading + headingError(move.heading, heading)
        : heading;
    default:
      return heading;
  }
}

function turnOf({ target }: TurnMove, heading: number): number {
  return target.kind === 'heading' ? headingError(target.heading, heading) : target.angle;
}

/** The heading that a robot has which stands flat: the one that is said, or the nearest quarter turn. */
function knownHeading(move: SquareUpMove, heading: number): number {
  return move.heading ?? QUARTER_TURN * Math.round(heading / QUARTER_TURN);
}

function instructionOf(move: Action, setup: Setup, heading: number): Instruction {
  switch (move.kind) {
    case 'drive': {
      const speed = reachableSpeed(move.speed, setup);
      const length = Math.abs(move.distance);
      return {
        ...straight(
          move,
          Math.sign(move.distance) * speed,
          setup,
          heldSteering(move, setup, heading),
        ),
        ...lengthNumbers(length, speed, move, setup),
      };
    }
    case 'approach': {
      const speed = reachableSpeed(move.speed, setup);
      const runOn = runOnDistance(speed, approachDelay(setup), deceleration(setup, move.stop));
      // A sensor that looks backwards is approached backwards.
      const way = Math.cos(setup.range.heading) < 0 ? -1 : 1;
      return {
        ...straight(move, way * speed, setup, heldSteering(move, setup, heading)),
        // Offset is reading minus distance, so the reading to wait for grows with it.
        until: { kind: 'range', reading: move.distance + runOn + setup.range.offset },
        runOn,
      };
    }
    case 'until line': {
      const speed = reachableSpeed(move.speed, setup);
      return {
        ...straight(
          move,
          (move.backwards ? -1 : 1) * speed,
          setup,
          heldSteering(move, setup, heading),
        ),
        until: lightUntil(move.sensor, move.sees, setup),
      };
    }
    case 'until touch':
      return {
        ...straight(
          move,
          (setup.touch.behind ? -1 : 1) * reachableSpeed(move.speed, setup),
          setup,
          heldSteering(move, setup, heading),
        ),
        until: { kind: 'touch' },
      };
    case 'follow wall':
      return followWall(move, setup);
    case 'follow line':
      return followLine(move, setup);
    case 'square up':
      return squareUp(move, setup, heading);
    case 'turn':
      return turnInstruction(move, setup, heading);
    case 'arc':
      return arcInstruction(move, setup);
    case 'arm':
      return armInstruction(move, setup);
    case 'settle':
      return { kind: 'zero', moveId: move.id, timeLimit: move.timeLimit };
    case 'wait':
      return {
        kind: 'wait',
        moveId: move.id,
        duration: move.duration,
        timeLimit: move.duration,
      };
    case 'checkpoint':
      return { kind: 'wait', moveId: move.id, duration: move.pause, timeLimit: move.pause };
  }
}

/** What all straights share; `speed` has the sign of the way. Ends by its time limit until told otherwise. */
function straight(
  move: { id: string; stop: Stop; timeLimit: number | null },
  speed: number,
  setup: Setup,
  steering: Steering,
): StraightInstruction {
  const fast = Math.abs(speed);
  const timeLimit = move.timeLimit ?? SENSOR_TIME_LIMIT;
  return {
    kind: 'straight',
    moveId: move.id,
    power: power(speed, setup),
    steering,
    until: { kind: 'time', duration: timeLimit },
    runOn: runOnDistance(fast, driveDelay(setup), deceleration(setup, move.stop)),
    speed: fast,
    reachesSpeed: true,
    headingAfter: null,
    stop: move.stop,
    rest: restAfter(fast, move.stop, setup),
    timeLimit,
  };
}

/** The numbers of a straight that ends after a length, mm. */
function lengthNumbers(
  length: number,
  speed: number,
  move: { stop: Stop; timeLimit: number | null },
  setup: Setup,
) {
  const slowing = deceleration(setup, move.stop);
  const braked = brakedMove(length, speed, setup.motor, driveDelay(setup), slowing);
  const until: Until = { kind: 'travel', travel: braked.stopAfter };
  return {
    until,
    runOn: length - braked.stopAfter,
    reachesSpeed: braked.reachesSpeed,
    timeLimit: move.timeLimit ?? 2 * braked.duration + 2,
  };
}

function followWall(move: FollowWallMove, setup: Setup): StraightInstruction {
  const speed = reachableSpeed(move.speed, setup);
  const { x, heading, offset } = setup.rangeSide;
  const gain = move.gain ?? recommendedEdgeGain(x, speed, wallDelay(setup));
  const base = straight(move, speed, setup, {
    hold: 'wall',
    gain: gain * powerPerRate(setup),
    reading: move.distance + offset,
    // Too far from a wall on the right asks for a turn to the right.
    side: Math.sin(heading) < 0 ? -1 : 1,
  });
  switch (move.until.kind) {
    case 'length':
      return { ...base, ...lengthNumbers(move.until.length, speed, move, setup) };
    case 'range': {
      const runOn = runOnDistance(speed, approachDelay(setup), deceleration(setup, move.stop));
      const reading = move.until.distance + runOn + setup.range.offset;
      return { ...base, until: { kind: 'range', reading }, runOn };
    }
    case 'line':
      return { ...base, until: lightUntil('first', move.until.sees, setup) };
  }
}

function followLine(move: FollowLineMove, setup: Setup): StraightInstruction {
  const speed = reachableSpeed(move.speed, setup);
  const gain = move.gain ?? recommendedEdgeGain(setup.light.firstX, speed, lineDelay(setup));
  const base = straight(move, speed, setup, {
    hold: 'line',
    gain: (gain / edgeSlope(setup)) * powerPerRate(setup),
    threshold: setup.light.threshold,
    // On the left edge, light means too far to the left.
    side: move.edge === 'left' ? -1 : 1,
  });
  if (move.until.kind === 'length') {
    return { ...base, ...lengthNumbers(move.until.length, speed, move, setup) };
  }
  const { count } = move.until;
  const { threshold } = setup.light;
  return { ...base, until: { kind: 'crossings', sensor: 'second', count, threshold } };
}

function squareUp(
  move: SquareUpMove,
  setup: Setup,
  heading: number,
): StraightInstruction | AlignInstruction {
  const speed = (move.backwards ? -1 : 1) * reachableSpeed(move.speed, setup);
  const known = heading + headingError(knownHeading(move, heading), heading);
  const headingAfter = setup.gyro.scale * known;
  if (move.against === 'border') {
    return {
      ...straight(move, speed, setup, { hold: 'none' }),
      until: { kind: 'time', duration: move.duration },
      headingAfter,
      timeLimit: move.timeLimit ?? move.duration + 1,
    };
  }
  return {
    kind: 'align',
    moveId: move.id,
    power: power(speed, setup),
    threshold: setup.light.threshold,
    headingAfter,
    stop: move.stop,
    rest: restAfter(Math.abs(speed), move.stop, setup),
    timeLimit: move.timeLimit ?? SENSOR_TIME_LIMIT,
  };
}

function turnInstruction(move: TurnMove, setup: Setup, heading: number): TurnInstruction {
  const turn = turnOf(move, heading);
  const size = Math.abs(turn);
  const perTurn = wheelSpeedOfTurn(setup.drive, 1, move.style);
  const wheelSpeed = reachableSpeed(wheelSpeedOfTurn(setup.drive, move.rate, move.style), setup);
  const slowEnd = move.way.kind === 'slow end' && move.way.lastAngle < size ? move.way : null;
  // The end is reached at the last part's speed, which the robot has settled to by then.
  const endSpeed = slowEnd === null ? wheelSpeed : Math.min(wheelSpeed, slowEnd.lastRate * perTurn);
  const slowing = deceleration(setup, move.stop);
  const braked = brakedMove(size * perTurn, wheelSpeed, setup.motor, turnDelay(setup), slowing);
  const expected =
    slowEnd === null
      ? size - braked.stopAfter / perTurn
      : runOnDistance(endSpeed, turnDelay(setup), slowing) / perTurn;
  const runOn = move.stopEarly ?? expected;
  const scale = setup.gyro.scale;
  const stopEarly = move.way.kind === 'controller' ? 0 : scale * Math.min(size, runOn);
  const moving = wheelTravelOfTurn(setup.drive, 1, move.style);
  const extra = slowEnd === null ? 0 : (slowEnd.lastAngle * perTurn) / endSpeed;
  return {
    kind: 'turn',
    moveId: move.id,
    power: power(wheelSpeed, setup),
    leftMoves: moving.left === 0 ? 0 : 1,
    rightMoves: moving.right === 0 ? 0 : 1,
    target:
      move.target.kind === 'heading'
        ? { kind: 'heading', reported: scale * (heading + turn) }
        : { kind: 'angle', reported: scale * turn },
    stopEarly,
    triggerHeading: scale * (heading + turn) - Math.sign(turn) * stopEarly,
    turn,
    rate: wheelSpeed / perTurn,
    lastRate: endSpeed / perTurn,
    control: turnControl(move, setup, slowEnd === null ? null : endSpeed),
    reachesSpeed: braked.reachesSpeed,
    stop: move.stop,
    rest: restAfter(endSpeed, move.stop, setup),
    timeLimit: move.timeLimit ?? 2 * (braked.duration + extra) + 2,
  };
}

function turnControl(
  { way, style }: TurnMove,
  setup: Setup,
  lastSpeed: number | null,
): TurnControl {
  switch (way.kind) {
    case 'stop early':
      return way;
    case 'slow end':
      // A turn that is shorter than its last part is slow from the beginning to its end.
      return lastSpeed === null
        ? { kind: 'stop early' }
        : {
            kind: 'slow end',
            lastAngle: setup.gyro.scale * way.lastAngle,
            lastPower: power(lastSpeed, setup),
          };
    case 'controller': {
      const perRate =
        wheelSpeedOfTurn(setup.drive, 1, style) /
        topSpeed(setup.drive, setup.motor, setup.battery.voltage);
      const p = way.p ?? recommendedHoldGain(setup, 'gyro');
      return { kind: 'controller', p: p * perRate, i: way.i * perRate, d: way.d * perRate };
    }
  }
}

function arcInstruction(move: ArcMove, setup: Setup): ArcInstruction {
  const { track } = setup.drive;
  const way = move.backwards ? -1 : 1;
  // The outer wheel is the quicker one, and the one that can be too quick for its motor.
  const outer = 1 + track / 2 / move.radius;
  const speed = reachableSpeed(move.speed * outer, setup) / outer;
  const rate = (speed / move.radius) * Math.sign(move.angle);
  const size = Math.abs(move.angle);
  const delay = move.by === 'gyro' ? turnDelay(setup) : driveDelay(setup);
  // Both wheels slow down alike, so the outer one rolls on further: (v_o² − v_i²) / (2·a·b) = v·ω/a.
  const slowing = deceleration(setup, move.stop);
  const runOn = Math.min(size, Math.abs(rate) * (delay + speed / slowing));
  const scale = move.by === 'gyro' ? setup.gyro.scale : 1;
  const length = size * move.radius;
  return {
    kind: 'arc',
    moveId: move.id,
    leftPower: power(way * speed - (rate * track) / 2, setup),
    rightPower: power(way * speed + (rate * track) / 2, setup),
    by: move.by,
    stopAfter: scale * (size - runOn),
    turn: move.angle,
    runOn,
    speed,
    reachesSpeed: brakedMove(length, speed, setup.motor, delay, slowing).reachesSpeed,
    stop: move.stop,
    rest: restAfter(speed * outer, move.stop, setup),
    timeLimit: move.timeLimit ?? 2 * (length / speed + 1) + 2,
  };
}

function armInstruction(move: ArmMove, setup: Setup): ArmInstruction {
  const speed =
    (move.power * setup.arm.noLoadSpeed * setup.battery.voltage) / setup.motor.nominalVoltage;
  return {
    kind: 'arm',
    moveId: move.id,
    power: Math.sign(move.angle) * move.power,
    angle: move.angle,
    runOn: Math.min(Math.abs(move.angle), speed * driveDelay(setup)),
    stallTime: move.stallTime,
    stop: move.stop,
    rest: setup.program.settle,
    timeLimit: move.timeLimit ?? (2 * Math.abs(move.angle)) / Math.max(speed, 0.1) + 2,
  };
}

function heldSteering(
  move: { hold: Hold; heading: number | null; gain: number | null },
  setup: Setup,
  heading: number,
): Steering {
  switch (move.hold) {
    case 'none':
      return { hold: 'none' };
    case 'encoders':
      return {
        hold: 'encoders',
        gain: (move.gain ?? setup.program.encoderGain) * powerPerRate(setup),
      };
    case 'gyro':
      return {
        hold: 'gyro',
        gain: (move.gain ?? setup.program.headingGain) * powerPerRate(setup),
        heading:
          move.heading === null
            ? null
            : setup.gyro.scale * (heading + headingError(move.heading, heading)),
      };
  }
}

function lightUntil(sensor: 'first' | 'second', sees: 'dark' | 'light', setup: Setup): Until {
  return { kind: 'light', sensor, below: sees === 'dark', threshold: setup.light.threshold };
}

/**
 * Steps in which programs set a power, as a share of full power: finer digits would stand in no program, and
 * what is simulated is what the program does.
 */
const POWER_STEP = 0.001;

/** Power of each wheel that turns the robot by 1 rad/s: half a track per second. */
export function powerPerRate(setup: Setup): number {
  return setup.drive.track / 2 / topSpeed(setup.drive, setup.motor, setup.battery.voltage);
}

/** Time for which the program waits after a stop: its pause, and what a robot needs to roll out. */
function restAfter(wheelSpeed: number, stop: Stop, setup: Setup): number {
  return setup.program.settle + (stop === 'coast' ? wheelSpeed / setup.motor.coasting : 0);
}

function power(wheelSpeed: number, setup: Setup): number {
  const exact = powerOfSpeed(setup.drive, setup.motor, wheelSpeed, setup.battery.voltage);
  return Math.round(exact / POWER_STEP) * POWER_STEP;
}

function reachableSpeed(wheelSpeed: number, setup: Setup): number {
  return Math.min(wheelSpeed, topSpeed(setup.drive, setup.motor, setup.battery.voltage));
}

/** A steering gain in the teams' own unit: percent of power per degree of heading error. */
export function gainPercentPerDegree(gain: number): number {
  return (gain * 100 * Math.PI) / 180;
}
