import { describe, expect, it } from 'vitest';
import { FIELD } from '../../../../demo/field.ts';
import type { TravelLog } from '../../benches/logs.ts';
import { radians } from '../../mathematics/angle.ts';
import { STARTING_SETUP, withSetupValues } from '../../robot/parameters.ts';
import { newMove } from '../../moves/index.ts';
import type { RoutePlan } from '../../route/plan.ts';
import { randomRun, type Experiment } from '../../simulation/run.ts';
import { recordedRun } from './divergence.ts';

const plan = (turn: number): RoutePlan => ({
  startId: 'near-left',
  moves: [
    newMove('drive', 'm1', { distance: 490, speed: 300 }),
    newMove('turn', 'm2', { target: { kind: 'angle', angle: radians(turn) }, rate: 2 }),
    newMove('drive', 'm3', { distance: 300, speed: 300 }),
  ],
});
const experiment: Experiment = {
  plan: plan(90),
  field: FIELD,
  estimated: STARTING_SETUP,
  trueParameters: STARTING_SETUP,
};
/** What the sensors of a run would have sent, after two seconds of lying still. */
function logOf(driven: Experiment, run: number): TravelLog {
  const { trace } = randomRun(driven, 77, run);
  const time = [0, 2];
  const heading = [0, 0];
  const travelled = [0, 0];
  trace.slice(1).forEach((moment, i) => {
    const last = trace[i]!;
    const middle = (moment.heading + last.heading) / 2;
    time.push(2 + moment.time);
    heading.push(moment.heading - trace[0]!.heading);
    travelled.push(
      travelled.at(-1)! +
        (moment.x - last.x) * Math.cos(middle) +
        (moment.y - last.y) * Math.sin(middle),
    );
  });
  return { time, heading, travelled };
}

describe('a recording laid over its forecast', () => {
  it('stays within it when robot and forecast are the same', () => {
    let departed = 0;
    for (let run = 0; run < 20; run++) {
      if (recordedRun(experiment, logOf(experiment, run), 5)!.departure !== null) departed++;
    }
    expect(departed).toBeLessThanOrEqual(1);
  });

  it('leaves it in the move that went wrong: a turn that goes too far', () => {
    const { departure } = recordedRun(experiment, logOf({ ...experiment, plan: plan(104) }, 1), 5)!;
    expect(departure).toMatchObject({ of: 'heading', step: 1 });
    expect(departure!.by).toBeGreaterThan(radians(8));
  });

  it('leaves it in distance when the wheels are not what the setup says', () => {
    const worn = withSetupValues(STARTING_SETUP, { 'motor.noLoadSpeed': 10 });
    const { departure } = recordedRun(
      experiment,
      logOf({ ...experiment, trueParameters: worn }, 1),
      5,
    )!;
    expect(departure).toMatchObject({ of: 'distance', step: 0 });
    expect(departure!.by).toBeLessThan(0);
  });

  it('has nothing to say of a recording in which nothing moves', () => {
    const still = { time: [0, 1, 2], heading: [0, 0, 0], travelled: [0, 0, 0] };
    expect(recordedRun(experiment, still, 5)).toBeNull();
  });
});
