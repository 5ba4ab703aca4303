import { defineInstruction, type InstructionBase } from '../definition.ts';
import { call, percentText, secondsText, sheetNumber } from '../text.ts';
import { say } from '../../language/say.ts';

/** Send the servo to a share of its travel, and wait until it must be there. */
export interface ServoInstruction extends InstructionBase {
  kind: 'servo';
  position: number;
  /** s from one end of the travel to the other. */
  travelTime: number;
  /** Pause after it has arrived, s. */
  rest: number;
}

export const servoInstruction = defineInstruction<ServoInstruction>({
  kind: 'servo',
  execute(runner, { position, travelTime, rest }) {
    const { robot, memory } = runner;
    const way = Math.abs(position - memory.servo);
    robot.setServo(position);
    memory.servo = position;
    runner.pause(way * travelTime + rest);
    return 'reached';
  },
  drives: false,
  sheet: ({ position, travelTime, rest }) => ({
    sentences: [
      say`Send the servo to ${percentText(position)} of its travel; keep fingers away.`,
      say`Wait for its way, ${secondsText(travelTime)} from end to end, and ${secondsText(rest)} more.`,
    ],
    numbers: [
      sheetNumber(say`Servo to`, 100 * position, '%', 0),
      sheetNumber(say`From end to end`, travelTime, 's', 2),
    ],
  }),
  calls: ({ position, rest }, writer) => [
    call(
      'move servo',
      writer.constant('SERVO_TO', 100 * position, 'percent', say`percent of its travel`),
      writer.rest(rest),
    ),
  ],
});
