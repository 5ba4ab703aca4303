import { degrees } from '../../mathematics/angle.ts';
import { distanceOfMotor, motorOfDistance, motorPerMillimetre } from '../../robot/driveBase.ts';
import { defineInstruction, type MotorInstruction } from '../definition.ts';
import { call, degreesText, secondsText, sheetNumber, short, stopWords } from '../text.ts';
import { say } from '../../language/say.ts';

/** An arc: both wheels at their own power until the turn is done. */
export interface ArcInstruction extends MotorInstruction {
  kind: 'arc';
  leftPower: number;
  rightPower: number;
  by: 'encoders' | 'gyro';
  /** Turn at which the brake is set, rad without sign: as the gyro reports it, or (right − left) / track. */
  stopAfter: number;
  /** Expected true turn, rad counter-clockwise, and what the robot turns on after the stop. */
  turn: number;
  stoppingAngle: number;
  speed: number;
  reachesSpeed: boolean;
}

export const arcInstruction = defineInstruction<ArcInstruction>({
  kind: 'arc',
  execute(runner, { leftPower, rightPower, stopAfter, by, turn, stop, rest, timeLimit }) {
    const { robot, estimated } = runner;
    const direction = Math.sign(turn);
    const end = runner.loop(
      () => {
        const steer = () => robot.setPower(leftPower, rightPower);
        if (by === 'gyro') {
          const start = robot.readHeading();
          return { remaining: () => stopAfter - direction * (robot.readHeading() - start), steer };
        }
        const left = robot.readLeftMotor();
        const right = robot.readRightMotor();
        const { drive } = estimated;
        return {
          remaining: () => {
            const lead = robot.readRightMotor() - right - (robot.readLeftMotor() - left);
            return stopAfter - (direction * distanceOfMotor(drive, lead)) / drive.track;
          },
          steer,
        };
      },
      stop,
      timeLimit,
    );
    runner.pause(rest);
    return end;
  },
  drives: true,
  endsByGyro: ({ by }) => by === 'gyro',
  comparesMotors: ({ by }) => by === 'encoders',
  sheet(instruction, { drive }) {
    const { by, turn, stop, stopAfter, rest, leftPower, rightPower, timeLimit } = instruction;
    const apart = motorOfDistance(drive, stopAfter * drive.track);
    return {
      sentences: [
        say`Drive ${turn > 0 ? say`a left` : say`a right`} arc: each motor at its own power.`,
        say`${stopWords(stop)} when ${by === 'gyro' ? say`the gyro has turned` : say`the motors have turned apart by enough for`} ${degreesText(stopAfter, 1)}°, then wait ${secondsText(rest)}.`,
        say`The robot turns on for ${degreesText(instruction.stoppingAngle, 1)}°.`,
      ],
      numbers: [
        by === 'gyro'
          ? sheetNumber(say`Stop after turning`, degrees(stopAfter), '°', 1)
          : sheetNumber(say`Stop when the motors are apart by`, degrees(apart), '°', 0),
        sheetNumber(say`Left power`, 100 * leftPower, '%', 1),
        sheetNumber(say`Right power`, 100 * rightPower, '%', 1),
        sheetNumber(say`Time limit`, timeLimit, 's', 1),
      ],
    };
  },
  calls(instruction, writer) {
    const { leftPower, rightPower, by, stopAfter } = instruction;
    const { drive } = writer.setup;
    const runOn = say`turns on by ${short(degrees(instruction.stoppingAngle))} degrees`;
    const turned =
      by === 'gyro'
        ? call(
            'turned by gyro',
            writer.constant('STOP_AFTER', degrees(stopAfter), 'degrees', say`degrees; ${runOn}`),
          )
        : call(
            'turned by motors',
            writer.constant(
              'STOP_AFTER',
              degrees(stopAfter * drive.track * motorPerMillimetre(drive)),
              'motor degrees',
              say`degrees between the motors, track ${writer.origin('drive.track')}; ${runOn}`,
            ),
          );
    return [
      call(
        'arc',
        writer.constant('LEFT_POWER', 100 * leftPower, 'percent', 'percent'),
        writer.constant('RIGHT_POWER', 100 * rightPower, 'percent', 'percent'),
        { call: turned },
        ...writer.end(instruction),
      ),
    ];
  },
  checks: ({ reachesSpeed }) =>
    reachesSpeed
      ? []
      : [say`The arc is too short to reach this speed; its radius will not be true.`],
});
