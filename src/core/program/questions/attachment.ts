import { degrees } from '../../mathematics/angle.ts';
import { formatNumber } from '../../mathematics/quantity.ts';
import { call, degreesText, sheetNumber } from '../text.ts';
import { defineQuestion } from './definition.ts';
import { say } from '../../language/say.ts';

/** The attachment motor stands at this angle or beyond it, rad from where it was at the start. */
export interface ArmQuestion {
  kind: 'arm';
  atLeast: number;
}

export const armQuestion = defineQuestion<ArmQuestion>({
  kind: 'arm',
  ask: (robot, { atLeast }) => robot.readArm() >= atLeast,
  chance: (robot, { atLeast }) => (robot.readArm() >= atLeast ? 1 : 0),
  compared: (robot, { atLeast }, { drive }) => ({
    value: degrees(robot.readArm()),
    limit: degrees(atLeast),
    noise: degrees(drive.encoderStep) / Math.sqrt(12),
    digits: 0,
    unit: '°',
  }),
  sensesField: false,
  words: ({ atLeast }) =>
    say`the attachment motor stands at ${degreesText(atLeast, 0)}° or more, counted from the start`,
  numbers: ({ atLeast }) => [sheetNumber(say`Attachment at`, degrees(atLeast), '°', 0)],
  call: ({ atLeast }, writer) =>
    call(
      'arm beyond',
      writer.constant('AT_LEAST', degrees(atLeast), 'degrees', say`degrees from the start`),
    ),
});

/** The servo was sent to this share of its travel or beyond it. */
export interface ServoQuestion {
  kind: 'servo';
  atLeast: number;
}

export const servoQuestion = defineQuestion<ServoQuestion>({
  kind: 'servo',
  ask: (_, { atLeast }, { servo }) => servo >= atLeast,
  chance: (_, { atLeast }, { servo }) => (servo >= atLeast ? 1 : 0),
  sensesField: false,
  words: ({ atLeast }) => say`the servo was sent to ${formatNumber(100 * atLeast, 0)} % or more`,
  numbers: ({ atLeast }) => [sheetNumber(say`Servo at`, 100 * atLeast, '%', 0)],
  call: ({ atLeast }, writer) =>
    call(
      'servo beyond',
      writer.constant('AT_LEAST', 100 * atLeast, 'percent', say`percent of its travel`),
    ),
});
