import { z } from 'zod';
import { distanceOfMotor } from '../../robot/driveBase.ts';
import { millimetres, positive } from '../../schema/numbers.ts';
import { conditionsSchema, defineBench, readings } from '../definition.ts';
import { endsWith, lastOf, motorChange } from '../episodes.ts';
import { isStraight } from '../seenDrive.ts';
import { say } from '../../language/say.ts';

/** Straights by the motors against a tape. */
export const wheelsBench = defineBench({
  kind: 'wheels',
  get name() {
    return say`Wheels`;
  },
  get measures() {
    return say`Wheels: straights against a tape`;
  },
  members: {
    conditions: conditionsSchema,
    /** What the robot believed of itself when it drove. */
    wheelDiameter: positive,
    track: positive,
    trials: readings({
      told: z.number().positive().max(20000),
      ahead: z.number().positive().max(20000),
      left: millimetres.nullable(),
    }),
  },
  fromTelemetry(segment, { drive }) {
    if (!endsWith(segment, 'driven')) return [];
    const motors = motorChange(segment);
    const ahead = lastOf(segment, 'ahead');
    if (motors === null || ahead === null) return [];
    const told = Math.abs(distanceOfMotor(drive, (motors.left + motors.right) / 2));
    return told > 0 && Math.abs(ahead) > 0
      ? [{ told, ahead: Math.abs(ahead), left: lastOf(segment, 'aside') }]
      : [];
  },
  byCamera: {
    event: () => 'driven',
    needs: ['told'],
    read: (drive, { told }) =>
      typeof told === 'number' && isStraight(drive, told)
        ? { told, ahead: drive.ahead, left: drive.left }
        : null,
  },
});
