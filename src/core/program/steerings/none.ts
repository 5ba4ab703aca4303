import { call } from '../text.ts';
import { defineSteering } from './definition.ts';
import { say } from '../../language/say.ts';

/** Both motors get the same power. */
export interface NoSteering {
  hold: 'none';
}

export const noSteering = defineSteering<NoSteering>({
  hold: 'none',
  steer: (robot, power) => () => robot.setPower(power, power),
  words: () => say`give both motors the same power`,
  numbers: () => [],
  call: () => call('no hold'),
});
