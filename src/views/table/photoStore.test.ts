import { describe, expect, it } from 'vitest';
import { bareField } from '../../../tests/fixtures/field.ts';
import { STARTING_SETUP } from '../../core/robot/parameters.ts';
import { createPhotoStore, knownPoints, posePressed } from './photoStore.ts';

const FIELD = bareField();
const { body } = STARTING_SETUP;
/** A picture from straight above, 2 px a mm, whose rows count downwards. */
const pictured = (x: number, y: number) => ({ x: 2 * x, y: 2 * (1100 - y) });
const press = (store: ReturnType<typeof createPhotoStore>, x: number, y: number) =>
  store.press({ at: pictured(x, y), shown: { x: 0, y: 0 }, scale: 1 });

describe('the presses on a photo', () => {
  it('go from point to point and give the robot’s pose', () => {
    const store = createPhotoStore();
    store.opened({ width: 4000, height: 2200 });
    const known = knownPoints(FIELD);
    for (const { x, y } of known.slice(0, 4)) press(store, x, y);
    expect(store.state.getState().step).toBe(4);
    expect(posePressed(store.state.getState(), known, body, 0)).toBeNull();
    // It looks to the left of the table's far edge: its front is farther up.
    press(store, 700, 400 + body.ahead);
    press(store, 700, 400 - body.behind);
    const found = posePressed(store.state.getState(), known, body, 0)!;
    expect(found.pose.x).toBeCloseTo(700, 6);
    expect(found.pose.y).toBeCloseTo(400, 6);
    expect(found.pose.heading).toBeCloseTo(Math.PI / 2, 9);
    expect(found.markScale).toBeCloseTo(1, 9);
    // The edges are high: they look farther apart, and farther from the camera, than they are.
    const high = posePressed(store.state.getState(), known, body, 80)!;
    expect(high.markScale).toBeLessThan(0.98);
    expect(high.pose.x).toBeGreaterThan(700);
    expect(high.placeWithin).toBeGreaterThan(found.placeWithin);
  });

  it('are moved pixel by pixel, and only where something was pressed', () => {
    const store = createPhotoStore();
    store.nudge(1, 0);
    expect(store.state.getState().clicks[0]).toBeNull();
    press(store, 0, 0);
    store.goTo(0);
    store.nudge(3, -2);
    expect(store.state.getState().clicks[0]).toEqual({ x: 3, y: 2198 });
  });

  it('give no pose when three of the four points lie on a line', () => {
    const store = createPhotoStore();
    store.opened({ width: 4000, height: 2200 });
    const known = knownPoints(FIELD);
    store.choose(1);
    for (const index of [1, 1, 2, 3]) press(store, known[index]!.x, known[index]!.y);
    press(store, 700, 500);
    press(store, 700, 300);
    expect(posePressed(store.state.getState(), known, body, 0)).toBeNull();
  });
});
