import { z } from 'zod';
import { millimetres, positive } from '../../schema/numbers.ts';
import { conditionsSchema, defineBench, readings } from '../definition.ts';
import { endsWith, lastOf, motorChange } from '../episodes.ts';
import { isTurn } from '../seenDrive.ts';
import { say } from '../../language/say.ts';

/** A square driven both ways round. */
export const squareBench = defineBench({
  kind: 'square',
  get name() {
    return say`Square both ways`;
  },
  get measures() {
    return say`Square both ways`;
  },
  members: {
    conditions: conditionsSchema,
    by: z.enum(['encoders', 'gyro']),
    side: z.number().min(50).max(10000),
    track: positive,
    trials: readings({ way: z.enum(['left', 'right']), x: millimetres, y: millimetres }),
  },
  /** The way round is told by the motors. */
  fromTelemetry(segment) {
    if (!endsWith(segment, 'square')) return [];
    const motors = motorChange(segment);
    const [x, y] = [lastOf(segment, 'ahead'), lastOf(segment, 'aside')];
    if (motors === null || x === null || y === null) return [];
    return [{ way: motors.right > motors.left ? ('left' as const) : ('right' as const), x, y }];
  },
  /** Four corners all in all, back to where it began. */
  byCamera: {
    event: () => 'square',
    needs: [],
    read: (drive) =>
      isTurn(drive, 2 * Math.PI)
        ? {
            way: drive.turned > 0 ? ('left' as const) : ('right' as const),
            x: drive.ahead,
            y: drive.left,
          }
        : null,
  },
});
