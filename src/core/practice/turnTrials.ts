import type { TurnTrial } from '../benches/turn/turn.ts';
import type { TurnStyle } from '../robot/driveBase.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { newMove } from '../moves/index.ts';
import { randomRun } from '../simulation/run.ts';

/**
 * Turn trials as a robot with these true numbers would give them: each is a run of one turn that
 * brakes exactly when the gyro passes the trigger.
 *
 * @param triggers reported turns at which to brake, rad without sign
 * @param rate turning rate, rad/s
 */
export function simulateTurnTrials(
  trueParameters: RobotParameters,
  triggers: readonly number[],
  rate: number,
  style: TurnStyle,
  seed: number,
): TurnTrial[] {
  const start = { x: 0, y: 0, heading: 0 };
  const field = {
    width: 1000,
    height: 1000,
    border: false,
    ground: 'white',
    matchSeconds: null,
    models: [],
    walls: [],
    lines: [],
    picture: null,
    starts: [{ id: 'floor', name: 'Floor', pose: start }],
  };
  // The program takes the trigger as told: neither a scale nor a lead of its own.
  const estimated = { ...trueParameters, gyro: { ...trueParameters.gyro, scale: 1 } };
  return triggers.map((trigger, run) => {
    const target = { kind: 'angle' as const, angle: trigger };
    const move = newMove('turn', 'turn', { target, style, rate, stopEarly: 0 });
    const plan = { startId: 'floor', moves: [move] };
    const record = randomRun({ plan, field, estimated, trueParameters }, seed, run).moves[0]!;
    return { trigger, rate, measured: Math.abs(record.end.heading - record.start.heading) };
  });
}
