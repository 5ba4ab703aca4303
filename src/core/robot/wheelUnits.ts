import { radians } from '../mathematics/angle.ts';
import type { Unit } from '../mathematics/quantity.ts';
import { distanceOfMotor } from './driveBase.ts';
import type { DriveBase } from './parameters.ts';

/** Units in which a robot's own motors count a length: wheel rotations and motor degrees. */
export function wheelUnits(drive: DriveBase): Unit[] {
  return [
    {
      symbols: ['rot', 'rots', 'rotation', 'rotations'],
      factor: Math.PI * drive.wheelDiameter,
    },
    { symbols: ['mdeg', 'motor deg', 'motor °'], factor: distanceOfMotor(drive, radians(1)) },
  ];
}
