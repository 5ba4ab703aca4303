import { degrees } from '../../mathematics/angle.ts';
import { defineInstruction, type MotorInstruction } from '../definition.ts';
import { call, degreesText, secondsText, sheetNumber, short } from '../text.ts';
import { say } from '../../language/say.ts';

/** Turn the attachment motor by an angle, rad; `power` has the sign of the angle. */
export interface ArmInstruction extends MotorInstruction {
  kind: 'arm';
  power: number;
  angle: number;
  /** The stop is commanded this much before the angle, rad. */
  stoppingAngle: number;
  stallTime: number;
}

export const armInstruction = defineInstruction<ArmInstruction>({
  kind: 'arm',
  execute(runner, { power, angle, stoppingAngle, stallTime, stop, rest, timeLimit }) {
    const { robot } = runner;
    const end = runner.loop(
      () => {
        const start = robot.readArm();
        let last = start;
        let movedAt = robot.time;
        return {
          remaining() {
            const position = robot.readArm();
            if (position !== last) {
              last = position;
              movedAt = robot.time;
            } else if (robot.time - movedAt >= stallTime) return 0;
            return Math.abs(angle) - stoppingAngle - Math.abs(position - start);
          },
          steer: () => robot.setArmPower(power),
        };
      },
      stop,
      timeLimit,
    );
    robot.setArmPower(0);
    runner.pause(rest);
    return end;
  },
  drives: false,
  sheet({ power, angle, stoppingAngle, stallTime, timeLimit }) {
    const stopAfter = Math.abs(angle) - stoppingAngle;
    return {
      sentences: [
        say`Turn the attachment motor ${power < 0 ? say`backwards` : say`forwards`}; keep fingers away.`,
        say`Stop it when it has turned ${degreesText(stopAfter, 1)}°, or has not moved for ${secondsText(stallTime)}, or after ${secondsText(timeLimit)}.`,
      ],
      numbers: [
        sheetNumber(say`Stop after`, degrees(stopAfter), '°', 1),
        sheetNumber(say`Power`, 100 * power, '%', 1),
        sheetNumber(say`Stalled after`, stallTime, 's', 2),
        sheetNumber(say`Time limit`, timeLimit, 's', 1),
      ],
    };
  },
  calls: (instruction, writer) => [
    call(
      'move arm',
      writer.constant('POWER', 100 * instruction.power, 'percent', 'percent'),
      writer.constant(
        'STOP_AFTER',
        degrees(Math.abs(instruction.angle) - instruction.stoppingAngle),
        'motor degrees',
        say`degrees; the motor runs on by ${short(degrees(instruction.stoppingAngle))}`,
      ),
      writer.constant('STALL_TIME', instruction.stallTime, 'seconds', say`s without moving`),
      writer.timeLimit(instruction.timeLimit),
      writer.rest(instruction.rest),
    ),
  ],
});
