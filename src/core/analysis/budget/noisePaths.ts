import type { SpreadSource } from './stepModel.ts';

/** The numbers of a setup that say how much a source spreads; none for what counting itself costs. */
export const NOISE_PATHS: Readonly<Record<SpreadSource, readonly string[]>> = {
  start: ['placement.alongSpread', 'placement.acrossSpread', 'placement.headingSpread'],
  battery: ['battery.voltageSpread'],
  gyro: ['gyro.noise', 'gyro.biasSpread', 'gyro.biasWalk', 'gyro.angleWalk'],
  ground: ['ground.slip', 'ground.slipHeading', 'ground.bumpHeading'],
  range: ['range.noise', 'rangeSide.noise'],
  light: ['light.noise'],
  contact: ['contact.headingSpread', 'contact.distanceSpread'],
  encoders: [],
  loop: [],
};
