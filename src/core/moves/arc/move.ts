import { z } from 'zod';
import { degrees, radians } from '../../mathematics/angle.ts';
import { formatNumber } from '../../mathematics/quantity.ts';
import { brakedMove } from '../../robot/brakedMove.ts';
import { deceleration, driveDelay, turnDelay } from '../../robot/stopping.ts';
import { END_CELLS } from '../cells.ts';
import { power, reachableSpeed, restAfter } from '../compiling.ts';
import { defineMove } from '../definition.ts';
import { angle, ends, speed, startingEnds } from '../members.ts';
import { angleText, lengthText } from '../words.ts';
import { saidBothWays, SAID_ENDS, saidValue, saidWord } from '../said.ts';
import { memberWord } from '../../language/memberWords.ts';
import { say } from '../../language/say.ts';

/** Drive along a circle of a radius (mm, to the axle's middle) until turned by an angle (rad). */
export const arcMove = defineMove({
  kind: 'arc',
  get name() {
    return say`Arc`;
  },
  key: 'R',
  get purpose() {
    return say`along a circle`;
  },
  members: {
    radius: z.number().min(1).max(20000),
    angle,
    speed,
    backwards: z.boolean(),
    /** What measures the turn. */
    by: z.enum(['encoders', 'gyro']),
    ...ends,
  },
  starting: {
    radius: 200,
    angle: radians(-90),
    speed: 200,
    backwards: false,
    by: 'gyro',
    ...startingEnds,
  },
  title: (move) =>
    say`Arc ${move.angle > 0 ? say`left` : say`right`} ${angleText(move.angle)}, radius ${lengthText(move.radius)}`,
  shortTitle: (move) =>
    say`${move.angle > 0 ? say`left` : say`right`} arc ${formatNumber(Math.abs(degrees(move.angle)), 0)}°`,
  guide: ({ by }) => say`by ${memberWord(by)}`,
  said: {
    heads: ['arc', 'curve'],
    clauses: [
      ...saidBothWays(
        [
          ['left #', 'left by #'],
          ['right #', 'right by #'],
        ],
        'angle',
        ({ angle }: { angle: number }) => angle,
        (by) => ({ angle: by }),
      ),
      saidValue('radius #', 'length', 'radius', true),
      saidValue('at #', 'speed', 'speed'),
      saidWord('forwards', 'backwards', false),
      saidWord('backwards', 'backwards', true),
      saidWord('by gyro', 'by', 'gyro'),
      saidWord('by encoders', 'by', 'encoders'),
      ...SAID_ENDS,
    ],
  },
  cells: {
    always: {
      radius: ['radius_mm', 'number'],
      angle: ['turn_right_deg', 'right'],
      speed: ['speed_mm_s', 'number'],
      backwards: ['backwards', 'yes'],
      by: ['by', 'text'],
      ...END_CELLS,
    },
  },
  compile(move, setup) {
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
    const stoppingAngle = Math.min(size, Math.abs(rate) * (delay + speed / slowing));
    const scale = move.by === 'gyro' ? setup.gyro.scale : 1;
    const length = size * move.radius;
    return {
      kind: 'arc',
      moveId: move.id,
      leftPower: power(way * speed - (rate * track) / 2, setup),
      rightPower: power(way * speed + (rate * track) / 2, setup),
      by: move.by,
      stopAfter: scale * (size - stoppingAngle),
      turn: move.angle,
      stoppingAngle,
      speed,
      reachesSpeed: brakedMove(length, speed, setup.motor, delay, slowing).reachesSpeed,
      stop: move.stop,
      rest: restAfter(speed * outer, move.stop, setup),
      timeLimit: move.timeLimit ?? 2 * (length / speed + 1) + 2,
    };
  },
  headingAfter: (move, heading) => heading + move.angle,
  aim: (move) => ({ name: 'angle', value: move.angle, to: (by) => ({ ...move, angle: by }) }),
  readsGyro: ({ by }) => by === 'gyro',
});
