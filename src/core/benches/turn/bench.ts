import { z } from 'zod';
import { conditionsSchema, defineBench, readings } from '../definition.ts';
import { lastOf } from '../episodes.ts';
import { isTurn } from '../seenDrive.ts';
import { say } from '../../language/say.ts';

/** Turns that the gyro stops, at several paces. */
export const turnBench = defineBench({
  kind: 'turn',
  get name() {
    return say`Turn`;
  },
  get measures() {
    return say`Turns: how far the robot turns on`;
  },
  members: {
    style: z.enum(['spot', 'pivot-left', 'pivot-right']),
    conditions: conditionsSchema,
    trials: readings({
      trigger: z.number().positive().max(100),
      rate: z.number().positive().max(50),
      measured: z.number().nonnegative().max(100),
      way: z.enum(['left', 'right']).nullable().default(null),
    }),
  },
  /** A turn that was stopped by the gyro, at the pace that the sender was told. */
  fromTelemetry(segment) {
    const [asked, pace, turned] = ['asked', 'pace', 'turned'].map((name) => lastOf(segment, name));
    if (asked == null || pace == null || turned == null || asked === 0 || pace <= 0) return [];
    return [
      {
        trigger: Math.abs(asked),
        rate: pace,
        measured: Math.abs(turned),
        way: turned > 0 ? ('left' as const) : ('right' as const),
      },
    ];
  },
  byCamera: {
    event: () => 'turned',
    needs: ['trigger', 'rate'],
    read: (drive, { trigger, rate }) =>
      typeof trigger === 'number' && typeof rate === 'number' && isTurn(drive, trigger)
        ? {
            trigger,
            rate,
            measured: Math.abs(drive.turned),
            way: drive.turned > 0 ? ('left' as const) : ('right' as const),
          }
        : null,
  },
});
