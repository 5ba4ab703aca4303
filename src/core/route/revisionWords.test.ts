import { describe, expect, it } from 'vitest';
import { radians } from '../mathematics/angle.ts';
import { STARTING_SETUP, withSetupValues } from '../robot/parameters.ts';
import { type Move, newMove } from '../moves/index.ts';
import type { RoutePlan } from './plan.ts';
import { planDifferences } from './revisionWords.ts';

const drive = newMove('drive', 'd', { distance: 600 });
const turn = newMove('turn', 't', { target: { kind: 'angle', angle: radians(-90) } });
const plan = (...moves: Move[]): RoutePlan => ({ startId: 'start', moves });
const words = (before: RoutePlan, after: RoutePlan, setup = STARTING_SETUP) =>
  planDifferences(before, after, setup).join('\n');

describe('the difference of two revisions in words', () => {
  it('is empty when nothing changed', () => {
    expect(words(plan(drive, turn), plan({ ...drive }, { ...turn }))).toBe('');
  });

  it('names the number, from and to', () => {
    expect(words(plan(drive), plan({ ...drive, distance: 612 }))).toMatch(
      /^Move 1, .*distance.*600.*612/,
    );
  });

  it('keeps the robot’s own sense of right and left', () => {
    const more: Move = { ...turn, target: { kind: 'angle', angle: radians(-95) } };
    const left = withSetupValues(STARTING_SETUP, { 'gyro.rightPositive': false });
    const right = withSetupValues(STARTING_SETUP, { 'gyro.rightPositive': true });
    expect(words(plan(turn), plan(more), right)).toMatch(/ 95/);
    expect(words(plan(turn), plan(more), left)).toMatch(/[-−]95/);
  });

  it('tells a new move, one taken out, one of another kind and another order', () => {
    const wait = newMove('wait', 'w');
    expect(words(plan(drive), plan(drive, wait))).toMatch(/^Move 2 is new/);
    expect(words(plan(drive, wait), plan(drive))).toMatch(/^Move 2 was taken out/);
    expect(words(plan(drive), plan({ ...wait, id: 'd' }))).toMatch(/^Move 1: .* became /);
    expect(words(plan(drive, turn), plan(turn, drive))).toMatch(/The order changed/);
  });
});
