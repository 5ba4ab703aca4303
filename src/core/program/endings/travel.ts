import { degrees } from '../../mathematics/angle.ts';
import { distanceOfMotor, motorOfDistance, motorPerMillimetre } from '../../robot/driveBase.ts';
import { call, lengthNumber, motorNumber, motorText, shortQuantity } from '../text.ts';
import { defineEnding } from './definition.ts';
import { say } from '../../language/say.ts';

/** Mean wheel travel, mm without sign. */
export interface Travel {
  kind: 'travel';
  travel: number;
}

export const travelEnding = defineEnding<Travel>({
  kind: 'travel',
  remaining(robot, { travel }, estimated) {
    const left = robot.readLeftMotor();
    const right = robot.readRightMotor();
    const perMotor = distanceOfMotor(estimated.drive, 1) / 2;
    return () => {
      const motors = robot.readLeftMotor() - left + robot.readRightMotor() - right;
      return travel - perMotor * Math.abs(motors);
    };
  },
  sensesField: false,
  words: ({ travel }, setup) =>
    say`when the average of both motors has turned ${motorText(motorOfDistance(setup.drive, travel))}`,
  numbers({ travel }, setup) {
    const motor = motorOfDistance(setup.drive, travel);
    return [
      motorNumber(say` at the brake`, motor),
      lengthNumber(say`Distance at the brake`, travel),
    ];
  },
  call: ({ travel }, runOn, writer) =>
    call(
      'travelled',
      writer.constant(
        'STOP_AFTER',
        degrees(travel * motorPerMillimetre(writer.setup.drive)),
        'motor degrees',
        say`motor degrees, ${shortQuantity(travel, 'length')}, wheel ${writer.origin('drive.wheelDiameter')}; rolls on ${shortQuantity(runOn, 'length')}`,
      ),
    ),
  noise: (_, { drive }) => ({
    source: 'encoders',
    deviation: drive.encoderStep / Math.sqrt(12) / motorPerMillimetre(drive),
    everyLook: false,
  }),
});
