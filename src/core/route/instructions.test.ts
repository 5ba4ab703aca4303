import { describe, expect, it } from 'vitest';
import reference from '../../../tests/reference/benches.json' with { type: 'json' };
import { degrees, radians } from '../mathematics/angle.ts';
import { STARTING_SETUP, withSetupValues, type RobotParameters } from '../robot/parameters.ts';
import { moveChecks } from '../route/checks.ts';
import type { StraightInstruction } from '../program/instructions/straight.ts';
import type { TurnInstruction } from '../program/instructions/turn.ts';
import { gainPercentPerDegree } from '../program/power.ts';
import { instructionsOf } from './instructions.ts';
import type { ApproachMove } from '../moves/approach/move.ts';
import type { DriveMove } from '../moves/drive/move.ts';
import { type Move, newMove } from '../moves/index.ts';
import type { TurnMove } from '../moves/turn/move.ts';
import { approachDelay, driveDelay, turnDelay, stoppingAngle } from '../robot/stopping.ts';

const drive: DriveMove = newMove('drive', 'd', {
  distance: 600,
  speed: 300,
  hold: 'gyro',
  heading: null,
});
const turn: TurnMove = newMove('turn', 't', {
  target: { kind: 'angle', angle: radians(-90) },
  style: 'spot',
  rate: radians(120),
  stopEarly: null,
});
const earlyOf = (until: StraightInstruction['until']) => (until.kind === 'range' ? until.early : 0);
const approach: ApproachMove = newMove('approach', 'a', {
  distance: 100,
  speed: 180,
  hold: 'none',
  heading: null,
  timeLimit: 6,
});
const one = <T>(move: Move, setup: RobotParameters = STARTING_SETUP) =>
  instructionsOf([move], setup)[0] as T;

describe('the instruction of a straight', () => {
  it('brakes earlier by speed × delay + v²/(2a), for a straight that is long enough', () => {
    const { stoppingDistance, until } = one<StraightInstruction>(drive);
    // 300\u00a0mm/s: half of a 12 ms loop and 4 ms of command delay, then 300²/(2·1800).
    expect(stoppingDistance).toBeCloseTo(300 * 0.01 + 25, 1);
    expect(until).toEqual({ kind: 'travel', travel: 600 - stoppingDistance });
    expect(driveDelay(STARTING_SETUP)).toBeCloseTo(0.01, 12);
  });

  it('gives backwards a negative power and a positive length', () => {
    const back = one<StraightInstruction>({ ...drive, distance: -600 });
    const forth = one<StraightInstruction>(drive);
    expect(back.power).toBe(-forth.power);
    expect(back.until).toEqual(forth.until);
  });

  it('asks for no more than the motors can', () => {
    const setup = withSetupValues(STARTING_SETUP, { 'battery.voltage': 4 });
    const { power, speed } = one<StraightInstruction>({ ...drive, speed: 900 }, setup);
    expect(power).toBe(1);
    // 16 rad/s at 8 V, so 8 rad/s at 4 V, on a wheel of 30\u00a0mm radius.
    expect(speed).toBeCloseTo(240, 9);
  });

  it('has a time limit of more than twice its time', () => {
    expect(one<StraightInstruction>(drive).timeLimit).toBeGreaterThan(2 * (600 / 300));
    expect(one<StraightInstruction>({ ...drive, timeLimit: 1.5 }).timeLimit).toBe(1.5);
  });

  it('keeps a given heading where the robot has counted on over whole turns', () => {
    const moves: Move[] = [
      { ...turn, target: { kind: 'angle', angle: radians(400) } },
      { ...drive, heading: radians(50) },
    ];
    const { steering } = instructionsOf(moves, STARTING_SETUP)[1] as StraightInstruction;
    expect(steering.hold === 'gyro' && degrees(steering.heading!)).toBeCloseTo(410, 9);
  });

  it('states the gain in percent of power per degree', () => {
    const { steering } = one<StraightInstruction>(drive);
    // 6 rad/s per rad; a wheel then moves at 6·60\u00a0mm/s per rad, of 480\u00a0mm/s at full power.
    const gain = steering.hold === 'gyro' ? steering.gain : NaN;
    expect(gainPercentPerDegree(gain)).toBeCloseTo((100 * 6 * 60) / 480 / (180 / Math.PI), 9);
  });
});

describe('the instruction of a turn', () => {
  it('stops early by ω·τ + ω²/(2α) of the turn bench', () => {
    const { stopEarly, turn: turned } = one<TurnInstruction>(turn);
    expect(turned).toBeCloseTo(radians(-90), 12);
    expect(stopEarly).toBeCloseTo(stoppingAngle(STARTING_SETUP, radians(120), 'spot'), 3);
    expect(turnDelay(STARTING_SETUP)).toBeCloseTo(0.014 + 0.006 + 0.004, 12);
  });

  it('tells the gyro’s degrees and not the true ones when the gyro reads too much', () => {
    const setup = withSetupValues(STARTING_SETUP, { 'gyro.scale': 1.02 });
    const { target, triggerHeading, stopEarly } = one<TurnInstruction>(turn, setup);
    expect(target.reported).toBeCloseTo(1.02 * radians(-90), 12);
    expect(triggerHeading).toBeCloseTo(target.reported + stopEarly, 12);
  });

  it('goes to a heading the short way, whatever came before', () => {
    const to = (heading: number): Move => ({
      ...turn,
      target: { kind: 'heading', heading: radians(heading) },
    });
    const turns = instructionsOf([to(170), to(-170), to(-10)], STARTING_SETUP).map((each) =>
      degrees((each as TurnInstruction).turn),
    );
    expect(turns[0]).toBeCloseTo(170, 9);
    expect(turns[1]).toBeCloseTo(20, 9);
    expect(turns[2]).toBeCloseTo(160, 9);
  });

  it('moves one wheel in a pivot, at the same rate with twice the power', () => {
    const pivot = one<TurnInstruction>({ ...turn, style: 'pivot-left' });
    const spot = one<TurnInstruction>(turn);
    expect([pivot.leftMoves, pivot.rightMoves]).toEqual([0, 1]);
    expect([spot.leftMoves, spot.rightMoves]).toEqual([1, 1]);
    expect(pivot.power).toBeCloseTo(2 * spot.power, 9);
  });

  it('takes a typed lead instead of the bench’s, but never more than the turn itself', () => {
    expect(one<TurnInstruction>({ ...turn, stopEarly: 0.2 }).stopEarly).toBe(0.2);
    expect(one<TurnInstruction>({ ...turn, stopEarly: 9 }).stopEarly).toBeCloseTo(radians(90), 12);
  });
});

describe('the instruction of an approach', () => {
  it('waits for the wanted distance plus what the robot rolls on plus the sensor’s offset', () => {
    const setup = withSetupValues(STARTING_SETUP, { 'range.offset': -12 });
    const { until, stoppingDistance } = one<StraightInstruction>(approach, setup);
    // 180\u00a0mm/s for 30 ms of sensor, half a loop and command delay, then 180²/(2·1800).
    expect(stoppingDistance).toBeCloseTo(180 * 0.04 + 9, 9);
    const early = earlyOf(until);
    expect(until).toEqual({ kind: 'range', reading: 100 + stoppingDistance - early - 12, early });
    expect(approachDelay(setup)).toBeCloseTo(0.04, 12);
  });

  it('waits for less by as much as noise makes it stop early: the more, the noisier it is', () => {
    const early = [0, 1.5, 10].map((noise) =>
      earlyOf(
        one<StraightInstruction>(
          approach,
          withSetupValues(STARTING_SETUP, { 'range.noise': noise }),
        ).until,
      ),
    );
    expect(early[0]).toBe(0);
    for (const [index, stop] of reference.earlyStops.stops.entries()) {
      expect(Math.abs(early[index + 1]! - stop.early)).toBeLessThan(0.02);
    }
  });

  it('goes backwards when the sensor looks backwards', () => {
    const setup = withSetupValues(STARTING_SETUP, { 'range.heading': Math.PI });
    expect(one<StraightInstruction>(approach, setup).power).toBeLessThan(0);
  });
});

describe('the checks of a move', () => {
  const says = (move: Move, setup: RobotParameters = STARTING_SETUP) =>
    moveChecks(move, one(move, setup), setup).join(' ');

  it('are silent about a move that is well', () => {
    expect(says({ ...turn, rate: radians(75) })).toBe('');
    expect(says(drive)).toBe('');
    expect(says(approach)).toBe('');
  });

  it('say that a turn is shorter than the robot turns on by itself', () => {
    const small: Move = { ...turn, target: { kind: 'angle', angle: 0.01 }, stopEarly: 0.3 };
    expect(says(small)).toMatch(/shorter than the robot turns on by itself/);
  });

  it('say that a turn or a straight is too short for its speed', () => {
    expect(says({ ...turn, target: { kind: 'angle', angle: 0.2 } })).toMatch(/too short to reach/);
    expect(says({ ...drive, distance: 30 })).toMatch(/too short to reach this speed/);
  });

  it('say how far apart the loop’s looks are when that is much', () => {
    expect(says({ ...turn, rate: radians(200) })).toMatch(
      /sees the heading every 2\.4° at this rate/,
    );
    expect(says({ ...drive, speed: 400 })).toMatch(/looks every 4\.8\u00a0mm at this speed/);
  });

  it('say what the motors and the sensor cannot do', () => {
    expect(says({ ...drive, speed: 700 })).toMatch(/The motors give 480\u00a0mm\/s at most/);
    expect(says({ ...approach, distance: 10 })).toMatch(/wrong nearer than 40\u00a0mm/);
    expect(says({ ...approach, distance: 1600 })).toMatch(/sees no further than 1500\u00a0mm/);
  });

  it('say that a window is too narrow for what the gyro reads', () => {
    const settle = newMove('settle', 's');
    const drifting = withSetupValues(STARTING_SETUP, { 'gyro.biasSpread': radians(0.4) });
    expect(says(settle)).toBe('');
    expect(says(settle, drifting)).toMatch(/window is too narrow: it waits for a rate under 0\.6°/);
    const controlled: Move = {
      ...turn,
      rate: radians(75),
      way: { kind: 'controller', p: 1, i: 0, d: 0 },
    };
    const coarse = withSetupValues(STARTING_SETUP, { 'gyro.step': radians(2) });
    expect(says(controlled, coarse)).toMatch(/window is too narrow: the turn ends within 0\.5°/);
  });
});
