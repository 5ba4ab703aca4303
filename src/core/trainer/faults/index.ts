import { equality } from './equality.ts';
import { gainTooHigh } from './gainTooHigh.ts';
import { lateGyro } from './lateGyro.ts';
import { oddUnit } from './oddUnit.ts';
import { otherRoom } from './otherRoom.ts';
import { rangeOffset } from './rangeOffset.ts';
import { saggingBattery } from './saggingBattery.ts';
import { sensorBehind } from './sensorBehind.ts';
import { slip } from './slip.ts';
import { sloppyStart } from './sloppyStart.ts';
import { touchedStart } from './touchedStart.ts';
import { track } from './track.ts';
import { unequalWheels } from './unequalWheels.ts';
import { wheelDiameter } from './wheelDiameter.ts';
import { wrongSign } from './wrongSign.ts';
import type { Fault } from '../fault.ts';
import type { Level } from '../world.ts';

/** Every fault that a drill may have: the only list of them. */
export const FAULTS: readonly Fault[] = [
  touchedStart,
  track,
  wheelDiameter,
  unequalWheels,
  lateGyro,
  rangeOffset,
  oddUnit,
  sloppyStart,
  saggingBattery,
  slip,
  wrongSign,
  gainTooHigh,
  sensorBehind,
  otherRoom,
  equality,
];

/** The faults that a drill of a level is drawn from. */
export function faultsOf(level: Level): Fault[] {
  return FAULTS.filter(({ from }) => from <= level);
}
