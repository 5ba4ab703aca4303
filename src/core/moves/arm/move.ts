import { z } from 'zod';
import { degrees, radians } from '../../mathematics/angle.ts';
import { formatNumber } from '../../mathematics/quantity.ts';
import { driveDelay } from '../../robot/stopping.ts';
import { END_CELLS } from '../cells.ts';
import { defineMove } from '../definition.ts';
import { angle, ends, startingEnds } from '../members.ts';
import { angleText } from '../words.ts';

/** Turn the attachment motor by an angle, rad, at a share of full power. */
export const armMove = defineMove({
  kind: 'arm',
  name: 'Arm',
  key: 'M',
  purpose: 'turn the attachment motor',
  members: {
    angle,
    power: z.number().positive().max(1),
    /** The motor has stalled, and the move ends, when it has not moved for this long, s. */
    stallTime: z.number().positive().max(10),
    ...ends,
  },
  starting: { angle: radians(90), power: 0.5, stallTime: 0.3, ...startingEnds },
  title: (move) => `Arm ${move.angle < 0 ? 'back ' : ''}${angleText(move.angle)}`,
  shortTitle: (move) => `arm ${formatNumber(degrees(move.angle), 0)}°`,
  cells: {
    always: {
      angle: ['arm_deg', 'angle'],
      power: ['power', 'number'],
      stallTime: ['stall_s', 'number'],
      ...END_CELLS,
    },
  },
  compile(move, setup) {
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
    return Math.abs(move.angle) > highest - lowest
      ? [
          `The attachment has ${angleText(highest - lowest, 0)} between its stops: the motor will stall.`,
        ]
      : [];
  },
});
