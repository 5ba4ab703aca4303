import { formatNumber } from '../../mathematics/quantity.ts';
import { call, sheetNumber, short } from '../text.ts';
import { defineEnding } from './definition.ts';

/** The first reading of the range sensor at or below this, mm. */
export interface RangeBelow {
  kind: 'range';
  reading: number;
}

export const rangeEnding = defineEnding<RangeBelow>({
  kind: 'range',
  remaining:
    (robot, { reading }) =>
    () =>
      robot.readRange() - reading,
  sensesField: true,
  sees: 'ahead',
  words: ({ reading }) => `at the first reading of ${formatNumber(reading, 0)} mm or less`,
  numbers: ({ reading }) => [sheetNumber('Stop at reading', reading, 'mm', 0)],
  call: ({ reading }, runOn, writer) =>
    call(
      'range below',
      writer.constant(
        'STOP_AT',
        reading,
        'millimetres',
        `mm as the sensor reads, offset ${writer.origin('range.offset')}; rolls on ${short(runOn)} mm`,
      ),
    ),
  noise: (_, { range }) => ({ source: 'range', deviation: range.noise, everyLook: true }),
  checks({ reading }, { range: { shortest, longest, noise } }) {
    const says: string[] = [];
    if (reading < shortest + noise) {
      says.push(`The sensor is wrong nearer than ${formatNumber(shortest, 0)} mm.`);
    }
    if (reading > longest) {
      says.push(`The sensor sees no further than ${formatNumber(longest, 0)} mm.`);
    }
    return says;
  },
});
