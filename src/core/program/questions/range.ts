import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import { formatQuantity, formatNumber } from '../../mathematics/quantity.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import type { ProgramRobot } from '../robot.ts';
import { call, sheetNumber } from '../text.ts';
import { defineQuestion } from './definition.ts';
import { say } from '../../language/say.ts';

/** A range sensor reads this or less, mm; a reading that is missing is none. */
export interface RangeQuestion {
  kind: 'range';
  sensor: 'ahead' | 'side';
  reading: number;
}

export const rangeQuestion = defineQuestion<RangeQuestion>({
  kind: 'range',
  ask: (robot, question) => read(robot, question) <= question.reading,
  chance(robot, question, _, trueParameters) {
    const { noise, dropoutChance } = sensorOf(question, trueParameters);
    const seen = read(robot, question);
    if (!Number.isFinite(seen)) return 0;
    const below =
      noise === 0 ? Number(seen <= question.reading) : normalCdf(question.reading, seen, noise);
    return (1 - dropoutChance) * below;
  },
  compared: (robot, question, trueParameters) => ({
    value: read(robot, question),
    limit: question.reading,
    noise: sensorOf(question, trueParameters).noise,
    digits: 0,
    unit: ' mm',
  }),
  sensesField: true,
  words: ({ sensor, reading }) =>
    say`the range sensor ${sensor === 'ahead' ? say`ahead` : say`at the side`} reads ${formatNumber(reading, 0)} mm or less`,
  numbers: ({ reading }) => [sheetNumber(say`Near is up to`, reading, 'mm', 0)],
  call: ({ sensor, reading }, writer) =>
    call(
      sensor === 'ahead' ? 'range below' : 'side range below',
      writer.constant(
        'NEAR',
        reading,
        'millimetres',
        say`mm as the sensor reads, offset ${writer.origin(sensor === 'ahead' ? 'range.offset' : 'rangeSide.offset')}`,
      ),
    ),
  checks(question, setup) {
    const { shortest, longest } = sensorOf(question, setup);
    if (question.reading < shortest) {
      return [say`The sensor is wrong nearer than ${formatQuantity(shortest, 'length', 0)}.`];
    }
    return question.reading > longest
      ? [say`The sensor sees no further than ${formatQuantity(longest, 'length', 0)}.`]
      : [];
  },
});

function read(robot: ProgramRobot, { sensor }: RangeQuestion): number {
  return sensor === 'ahead' ? robot.readRange() : robot.readSideRange();
}

function sensorOf({ sensor }: RangeQuestion, { range, rangeSide }: RobotParameters) {
  return sensor === 'ahead' ? range : rangeSide;
}
