import { z } from 'zod';
import { degrees, radians } from '../../mathematics/angle.ts';
import { formatNumber } from '../../mathematics/quantity.ts';
import { driveDelay } from '../../robot/stopping.ts';
import { chance } from '../../schema/numbers.ts';
import { END_CELLS } from '../cells.ts';
import { defineMove } from '../definition.ts';
import { angle, ends, startingEnds } from '../members.ts';
import { angleText } from '../words.ts';
import { saidBothWays, SAID_ENDS, saidValue } from '../said.ts';
import { say } from '../../language/say.ts';

/**
 * Move the attachment: turn its motor by an angle, rad, at a share of full power; or send a servo to a share of its
 * travel.
 */
export const armMove = defineMove({
  kind: 'arm',
  get name() {
    return say`Arm`;
  },
  key: 'M',
  get purpose() {
    return say`move the attachment, motor or servo`;
  },
  members: {
    angle,
    power: z.number().positive().max(1),
    /** The motor has stalled, and the move ends, when it has not moved for this long, s. */
    stallTime: z.number().positive().max(10),
    /** Where the servo goes, a share of its travel; null moves the motor. Moves from before there were servos move it. */
    servo: chance.nullable().default(null),
    ...ends,
  },
  starting: { angle: radians(90), power: 0.5, stallTime: 0.3, servo: null, ...startingEnds },
  title: ({ servo, angle }) =>
    servo === null
      ? say`Arm ${angle < 0 ? say`back ` : ''}${angleText(angle)}`
      : say`Servo to ${formatNumber(100 * servo, 0)} %`,
  shortTitle: ({ servo, angle }) =>
    servo === null
      ? say`arm ${formatNumber(degrees(angle), 0)}°`
      : say`servo ${formatNumber(100 * servo, 0)} %`,
  said: {
    heads: ['arm', 'servo = servo'],
    clauses: [
      ...saidBothWays(
        [
          ['#', 'by #'],
          ['back #', 'down #'],
        ],
        'angle',
        ({ servo, angle }: { servo: number | null; angle: number }) =>
          servo === null ? angle : undefined,
        (by) => ({ angle: by, servo: null }),
      ),
      saidValue(['servo to #', 'servo #'], 'share', 'servo', true),
      saidValue('at #', 'share', 'power'),
      saidValue('stalled after #', 'time', 'stallTime'),
      ...SAID_ENDS,
    ],
  },
  cells: {
    always: {
      angle: ['arm_deg', 'angle'],
      power: ['power', 'number'],
      stallTime: ['stall_s', 'number'],
      servo: ['servo_share', 'number?'],
      ...END_CELLS,
    },
  },
  compile(move, setup) {
    if (move.servo !== null) {
      const { travelTime } = setup.servo;
      return {
        kind: 'servo',
        moveId: move.id,
        position: move.servo,
        travelTime,
        rest: setup.program.settle,
        timeLimit: travelTime + setup.program.settle,
      };
    }
    const speed =
      (move.power * setup.arm.noLoadSpeed * setup.battery.voltage) / setup.motor.nominalVoltage;
    return {
      kind: 'arm',
      moveId: move.id,
      power: Math.sign(move.angle) * move.power,
      angle: move.angle,
      stoppingAngle: Math.min(Math.abs(move.angle), speed * driveDelay(setup)),
      stallTime: move.stallTime,
      stop: move.stop,
      rest: setup.program.settle,
      timeLimit: move.timeLimit ?? (2 * Math.abs(move.angle)) / Math.max(speed, 0.1) + 2,
    };
  },
  checks(move, setup) {
    const { lowest, highest } = setup.arm;
    return move.servo === null && Math.abs(move.angle) > highest - lowest
      ? [
          say`The attachment has ${angleText(highest - lowest, 0)} between its stops: the motor will stall.`,
        ]
      : [];
  },
});
