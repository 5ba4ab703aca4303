import type { SteeringDefinition } from './definition.ts';
import { encoderSteering, type EncoderSteering } from './encoders.ts';
import { gyroSteering, type GyroSteering } from './gyro.ts';
import { lineSteering, type LineSteering } from './line.ts';
import { noSteering, type NoSteering } from './none.ts';
import { wallSteering, type WallSteering } from './wall.ts';

/** How the program steers on a straight. */
export type Steering = NoSteering | EncoderSteering | GyroSteering | WallSteering | LineSteering;

/** Every kind of steering: the only list of them. */
const STEERINGS: { [S in Steering as S['hold']]: SteeringDefinition<S> } = {
  none: noSteering,
  encoders: encoderSteering,
  gyro: gyroSteering,
  wall: wallSteering,
  line: lineSteering,
};

/** All that there is to a kind of steering. */
export function steeringOf<S extends Steering>({ hold }: S): SteeringDefinition<S> {
  return STEERINGS[hold] as unknown as SteeringDefinition<S>;
}
