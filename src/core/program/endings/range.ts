import { firstPassage } from '../../mathematics/firstPassage.ts';
import { formatQuantity, formatNumber } from '../../mathematics/quantity.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import { call, sheetNumber, shortQuantity } from '../text.ts';
import { defineEnding } from './definition.ts';
import { say } from '../../language/say.ts';

/** The first reading of the range sensor at or below this, mm. */
export interface RangeBelow {
  kind: 'range';
  reading: number;
  /** How much sooner noise makes it stop on average, mm: the reading has it in it. */
  early: number;
}

/** How much sooner than without noise a robot stops on average that waits for a reading, mm. */
function earlyStop({ range, program }: RobotParameters, speed: number): number {
  return firstPassage(range.noise, speed * program.loopPeriod).early;
}

/**
 * The reading at which to stop so that the robot comes to rest, on average, `distance` mm away from what the sensor
 * sees.
 *
 * @param speed mm/s
 * @param rollsOn mm from the moment the reading is passed to the rest
 */
export function rangeBelow(
  distance: number,
  speed: number,
  rollsOn: number,
  setup: RobotParameters,
): RangeBelow {
  const early = earlyStop(setup, speed);
  // Offset is reading minus distance, so the reading to wait for grows with it.
  return { kind: 'range', reading: distance + rollsOn - early + setup.range.offset, early };
}

/** From here on it is worth a word, mm. */
const NOTEWORTHY = 0.5;

export const rangeEnding = defineEnding<RangeBelow>({
  kind: 'range',
  remaining:
    (robot, { reading }) =>
    () =>
      robot.readRange() - reading,
  sensesField: true,
  sees: 'ahead',
  words: ({ reading }) => say`at the first reading of ${formatNumber(reading, 0)} mm or less`,
  numbers: ({ reading }) => [sheetNumber(say`Stop at reading`, reading, 'mm', 0)],
  call: ({ reading, early }, runOn, writer) =>
    call(
      'range below',
      writer.constant(
        'STOP_AT',
        reading,
        'millimetres',
        say`mm as the sensor reads, offset ${writer.origin('range.offset')}; rolls on ${shortQuantity(runOn, 'length')}${early < NOTEWORTHY ? '' : say`; noise ends it ${shortQuantity(early, 'length')} early`}`,
      ),
    ),
  early: (_, speed, trueParameters) => earlyStop(trueParameters, speed),
  noise: (_, { range }) => ({ source: 'range', deviation: range.noise, everyLook: true }),
  checks({ reading }, { range: { shortest, longest, noise } }) {
    const says: string[] = [];
    if (reading < shortest + noise) {
      says.push(say`The sensor is wrong nearer than ${formatQuantity(shortest, 'length', 0)}.`);
    }
    if (reading > longest) {
      says.push(say`The sensor sees no further than ${formatQuantity(longest, 'length', 0)}.`);
    }
    return says;
  },
});
