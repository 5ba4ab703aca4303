import { z } from 'zod';
import { degrees, headingError, radians, wrapAngle } from '../../mathematics/angle.ts';
import { formatNumber } from '../../mathematics/quantity.ts';
import { brakedMove } from '../../robot/brakedMove.ts';
import { wheelSpeedOfTurn, wheelTravelOfTurn } from '../../robot/driveBase.ts';
import { recommendedHoldGain } from '../../robot/headingControl.ts';
import { headingText } from '../../robot/headings.ts';
import { stoppingDistance, topSpeed } from '../../robot/motor.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import { deceleration, turnDelay } from '../../robot/stopping.ts';
import { END_CELLS } from '../cells.ts';
import { power, reachableSpeed, restAfter } from '../compiling.ts';
import { defineMove, type MoveOf } from '../definition.ts';
import type { TurnControl, TurnInstruction } from '../../program/instructions/turn.ts';
import { angle, ends, gain, startingEnds } from '../members.ts';
import { angleText } from '../words.ts';
import { saidBothWays, SAID_ENDS, saidValue, saidWord, type Clause } from '../said.ts';
import { memberWord } from '../../language/memberWords.ts';
import { say } from '../../language/say.ts';

const rate = z.number().positive().max(50);

const members = {
  /** To a heading (rad from the start heading, the short way), or by an angle (rad, as told, also the long way). */
  target: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('heading'), heading: angle }),
    z.strictObject({ kind: z.literal('angle'), angle }),
  ]),
  style: z.enum(['spot', 'pivot-left', 'pivot-right']),
  /** rad/s. */
  rate,
  /** How far before the target the motors stop, in true rad; null takes it from the setup's turn model. */
  stopEarly: z.number().min(0).max(10).nullable(),
  /**
   * How the turn finds its end: by braking early; by going on slowly for the last part; or by a
   * controller on the wrapped heading error, which is P when `i` and `d` are 0. Gains: p in 1/s (null
   * for what the robot's delays recommend), i in 1/s², d without unit.
   */
  way: z
    .discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('stop early') }),
      z.strictObject({
        kind: z.literal('slow end'),
        lastAngle: z.number().positive().max(10),
        lastRate: rate,
      }),
      z.strictObject({
        kind: z.literal('controller'),
        p: gain,
        i: z.number().nonnegative().max(1000),
        d: z.number().nonnegative().max(100),
      }),
    ])
    .default({ kind: 'stop early' }),
  ...ends,
};
type TurnNumbers = z.output<z.ZodObject<typeof members>> & { id: string };

/** Turn by gyro. */
export const turnMove = defineMove({
  kind: 'turn',
  get name() {
    return say`Turn`;
  },
  key: 'T',
  get purpose() {
    return say`to a heading or by an angle`;
  },
  members,
  starting: {
    target: { kind: 'angle', angle: radians(-90) },
    style: 'spot',
    rate: radians(120),
    stopEarly: null,
    way: { kind: 'stop early' },
    ...startingEnds,
  },
  title({ target }, { setup, turn }) {
    const side = turn > 0 ? say`left` : say`right`;
    return target.kind === 'heading'
      ? say`Turn ${side} to heading ${headingText(wrapAngle(target.heading), setup)}`
      : say`Turn ${side} by ${angleText(target.angle)}`;
  },
  shortTitle: (_, turn) =>
    `${turn > 0 ? say`left` : say`right`} ${formatNumber(Math.abs(degrees(turn)), 0)}°`,
  guide: ({ way, style }) => memberWord(way.kind === 'stop early' ? style : way.kind),
  said: {
    heads: ['turn', 'rotate', 'left = left', 'right = right'],
    clauses: [
      ...saidBothWays<TurnNumbers>(
        [
          ['left #', 'left by #'],
          ['right #', 'right by #'],
        ],
        'angle',
        ({ target }) => (target.kind === 'angle' ? target.angle : undefined),
        (by) => ({ target: { kind: 'angle', angle: by } }),
      ),
      {
        says: ['left'],
        value: null,
        get: () => undefined,
        set: () => ({ target: { kind: 'angle', angle: radians(90) } }),
      },
      {
        says: ['right'],
        value: null,
        get: () => undefined,
        set: () => ({ target: { kind: 'angle', angle: radians(-90) } }),
      },
      {
        says: ['to heading #', 'to #', 'heading #'],
        value: 'heading',
        always: true,
        get: ({ target }) => (target.kind === 'heading' ? target.heading : undefined),
        set: (_, said) => ({ target: { kind: 'heading', heading: Number(said) } }),
      },
      {
        says: ['#', 'by #'],
        value: 'heading',
        get: () => undefined,
        set: (_, said) => ({ target: { kind: 'angle', angle: Number(said) } }),
      },
      saidWord(['on the spot', 'both wheels'], 'style', 'spot'),
      saidWord(['on the left wheel', 'pivot left'], 'style', 'pivot-left'),
      saidWord(['on the right wheel', 'pivot right'], 'style', 'pivot-right'),
      saidValue('at #', 'rate', 'rate'),
      saidValue(['stopping # early', 'stop # early'], 'angle', 'stopEarly'),
      {
        says: ['slow for the last #'],
        value: 'angle',
        get: ({ way }) => (way.kind === 'slow end' ? way.lastAngle : undefined),
        set: (move, said) => ({
          way: {
            kind: 'slow end',
            lastAngle: Number(said),
            lastRate: move.way.kind === 'slow end' ? move.way.lastRate : SLOW_RATE,
          },
        }),
      },
      {
        says: ['slowly at #'],
        value: 'rate',
        get: ({ way }) => (way.kind === 'slow end' ? way.lastRate : undefined),
        set: (move, said) => ({
          way: {
            kind: 'slow end',
            lastAngle: move.way.kind === 'slow end' ? move.way.lastAngle : SLOW_ANGLE,
            lastRate: Number(said),
          },
        }),
      },
      {
        says: ['by a controller', 'controlled'],
        value: null,
        get: ({ way }) => (way.kind === 'controller' ? true : undefined),
        set: (move) => ({ way: controllerOf(move) }),
      },
      ...(['p', 'i', 'd'] as const).map((name): Clause<TurnNumbers> => ({
        says: [{ p: 'gain #', i: 'integral #', d: 'derivative #' }[name]],
        value: 'number',
        get: ({ way }) => (way.kind === 'controller' ? (way[name] ?? undefined) : undefined),
        set: (move, said) => ({ way: { ...controllerOf(move), [name]: Number(said) } }),
      })),
      ...SAID_ENDS,
    ],
  },
  cells: {
    always: {
      style: ['wheels', 'text'],
      rate: ['rate_deg_s', 'angle'],
      stopEarly: ['stop_early_deg', 'angle?'],
      'way.kind': ['way', 'text'],
      ...END_CELLS,
    },
    parts: {
      target: {
        heading: { 'target.heading': ['heading_right_deg', 'right'] },
        angle: { 'target.angle': ['turn_right_deg', 'right'] },
      },
      way: {
        'slow end': {
          'way.lastAngle': ['last_deg', 'angle'],
          'way.lastRate': ['last_rate_deg_s', 'angle'],
        },
        controller: {
          'way.p': ['gain', 'number?'],
          'way.i': ['gain_i', 'number'],
          'way.d': ['gain_d', 'number'],
        },
      },
    },
  },
  compile: compileTurn,
  headingAfter: (move, heading) => heading + turnOf(move, heading),
  aim(move) {
    const { target } = move;
    return target.kind === 'heading'
      ? {
          name: 'heading',
          value: target.heading,
          to: (heading) => ({ ...move, target: { ...target, heading } }),
        }
      : {
          name: 'angle',
          value: target.angle,
          to: (by) => ({ ...move, target: { ...target, angle: by } }),
        };
  },
  readsGyro: () => true,
});

export type TurnMove = MoveOf<typeof turnMove>;

/** The slow last part of a turn of which only one number is said. */
const SLOW_ANGLE = radians(25);
const SLOW_RATE = radians(40);

function controllerOf({ way }: TurnNumbers) {
  return way.kind === 'controller' ? way : ({ kind: 'controller', p: null, i: 0, d: 0 } as const);
}

function turnOf({ target }: TurnNumbers, heading: number): number {
  return target.kind === 'heading' ? headingError(target.heading, heading) : target.angle;
}

function compileTurn(move: TurnNumbers, setup: RobotParameters, heading: number): TurnInstruction {
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
      : stoppingDistance(endSpeed, turnDelay(setup), slowing) / perTurn;
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
    typed: move.stopEarly !== null,
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
  { way, style }: TurnNumbers,
  setup: RobotParameters,
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
