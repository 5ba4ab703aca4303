import { z } from 'zod';
import { turnOfMotor } from '../../robot/driveBase.ts';
import { positive } from '../../schema/numbers.ts';
import { conditionsSchema, defineBench, readings } from '../definition.ts';
import { lastOf, motorChange } from '../episodes.ts';
import { isTurn } from '../seenDrive.ts';
import { say } from '../../language/say.ts';

const angle = z.number().min(-1000).max(1000);

/** Turns on the spot by the motors. */
export const trackBench = defineBench({
  kind: 'track',
  get name() {
    return say`Track`;
  },
  get measures() {
    return say`Track: turns by the wheels`;
  },
  members: {
    conditions: conditionsSchema,
    track: positive,
    trials: readings({ told: angle.refine((told) => told !== 0), measured: angle }),
  },
  fromTelemetry(segment, { drive }) {
    const motors = motorChange(segment);
    const measured = lastOf(segment, 'turned');
    if (motors === null || measured === null) return [];
    const told = turnOfMotor(drive, (motors.right - motors.left) / 2, 'spot');
    return told === 0 ? [] : [{ told, measured }];
  },
  byCamera: {
    event: () => 'turned',
    needs: ['told'],
    read: (drive, { told }) =>
      typeof told === 'number' && isTurn(drive, told) && drive.turned * told > 0
        ? { told, measured: drive.turned }
        : null,
  },
});
