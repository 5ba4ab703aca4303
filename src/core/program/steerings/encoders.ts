import { degrees } from '../../mathematics/angle.ts';
import { distanceOfMotor, motorOfDistance, motorPerMillimetre } from '../../robot/driveBase.ts';
import { call, sheetNumber } from '../text.ts';
import { holdChecks } from './holdChecks.ts';
import { defineSteering, steerBy } from './definition.ts';
import { say } from '../../language/say.ts';

/** By the difference of the motors' positions; gain in share of power per rad of (right − left) / track. */
export interface EncoderSteering {
  hold: 'encoders';
  gain: number;
}

export const encoderSteering = defineSteering<EncoderSteering>({
  hold: 'encoders',
  steer(robot, power, { gain }, estimated) {
    const left = robot.readLeftMotor();
    const right = robot.readRightMotor();
    const turnOfLead = distanceOfMotor(estimated.drive, 1) / estimated.drive.track;
    return () => {
      const lead = robot.readRightMotor() - right - (robot.readLeftMotor() - left);
      steerBy(robot, power, -gain * turnOfLead * lead);
    };
  },
  comparesMotors: true,
  words: () => say`steer by the difference of the motor positions`,
  numbers: ({ gain }, { drive }) => [
    sheetNumber(
      say`Steering per motor degree of difference`,
      (gain * 100) / degrees(motorOfDistance(drive, drive.track)),
      '%',
      3,
    ),
  ],
  call({ gain }, writer) {
    const { drive } = writer.setup;
    const perTurn = degrees(motorPerMillimetre(drive) * drive.track);
    return call(
      'encoder hold',
      writer.constant('GAIN', (100 * gain) / perTurn, 'gain', say`percent per motor degree`),
    );
  },
  checks: ({ gain }, _, setup) => holdChecks('encoders', gain, setup),
});
