import { describe, expect, it } from 'vitest';
import { bareField, boxModel, circleZone } from '../../../../tests/fixtures/field.ts';
import { newMove } from '../../moves/index.ts';
import { STARTING_SETUP } from '../../robot/parameters.ts';
import { titlesOf } from '../../route/titles.ts';
import { toolPose } from '../../robot/toolPose.ts';
import { nominalRun, type Experiment } from '../../simulation/run.ts';
import { lowBattery, lowBatterySentence } from './lowBattery.ts';

const moves = [
  newMove('drive', 'd', { distance: 700, speed: 500, hold: 'none' }),
  newMove('checkpoint', 'c', { name: 'Post', modelId: 'post', pause: 0 }),
];
const plan = { startId: 'start', moves };

/** The straight with a zone of this radius about where it ends. */
function experiment(radius: number): Experiment {
  const end = nominalRun({
    plan,
    field: bareField(),
    estimated: STARTING_SETUP,
    trueParameters: STARTING_SETUP,
  }).moves[0]!.end;
  const target = toolPose(STARTING_SETUP.body, end);
  const post = boxModel('post', circleZone(radius, { target }), [1700, 900, 50, 50]);
  const field = bareField({ models: [post] });
  return { plan, field, estimated: STARTING_SETUP, trueParameters: STARTING_SETUP };
}

describe('a low battery', () => {
  it('fails a route where its slower robot no longer rolls into the zone, sooner where the zone is smaller', () => {
    const [narrow, wide] = [4, 12].map((radius) => lowBattery(experiment(radius)));
    expect(narrow!.checkpoint).toBe('Post');
    expect(narrow!.position).toBe(0);
    expect(narrow!.voltage).toBeLessThan(8);
    expect(narrow!.voltage).toBeGreaterThan(wide!.voltage);
    const titles = titlesOf(moves, STARTING_SETUP).map(({ title }) => title);
    expect(lowBatterySentence(narrow!, titles)).toMatch(
      /^Below 7\.\d V Post is missed, most by move 1, Drive 700 mm/,
    );
  });

  it('fails none that has room, and none whose hub keeps the speed', () => {
    expect(lowBattery(experiment(100))).toBeNull();
    expect(lowBattery(experiment(4), 0)).toBeNull();
  });
});
