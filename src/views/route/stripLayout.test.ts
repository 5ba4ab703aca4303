import { describe, expect, it } from 'vitest';
import { bareField } from '../../../tests/fixtures/field.ts';
import { newMove, type Move } from '../../core/moves/index.ts';
import { STARTING_SETUP } from '../../core/robot/parameters.ts';
import { stepsOf } from '../../core/route/plan.ts';
import { nominalRun, otherWays } from '../../core/simulation/run.ts';
import { StripLayout } from './stripLayout.ts';

/** Seconds of each wait of the first way, of the second one, and of what comes before and after. */
function layout(yes: number[], no: number[], looksDark: boolean) {
  const wait = (name: string, duration: number) => newMove('wait', name, { duration });
  const moves: Move[] = [
    wait('before', 1),
    newMove('choose', 'k', {
      ask: { kind: 'light', sensor: 'first', sees: looksDark ? 'dark' : 'light' },
      looks: 1,
    }),
    ...yes.map((duration, i) => wait(`yes-${i}`, duration)),
    newMove('otherwise', 'o'),
    ...no.map((duration, i) => wait(`no-${i}`, duration)),
    newMove('join', 'j'),
    wait('after', 2),
  ];
  const experiment = {
    plan: { startId: 'start', moves },
    field: bareField(),
    estimated: STARTING_SETUP,
    trueParameters: STARTING_SETUP,
  };
  const nominal = nominalRun(experiment);
  const others = otherWays(experiment, nominal);
  return { nominal, strip: new StripLayout(stepsOf(moves), nominal, others) };
}

describe('the strip of a route with two ways', () => {
  it('begins both where it looked, and goes on where the longer one ends', () => {
    // The table is light, so the first way is taken.
    const { strip } = layout([1, 1], [5], false);
    const [before, look, one, two, other, after] = strip.spans;
    expect(before).toMatchObject({ from: 0, to: 1, lane: 'whole', astray: false });
    expect(one).toMatchObject({ from: look!.to, lane: 'yes', astray: false });
    expect(two!.from).toBeCloseTo(one!.to, 9);
    expect(other).toMatchObject({ from: look!.to, lane: 'no', astray: true });
    expect(after!.from).toBeCloseTo(other!.to, 9);
    expect(strip.duration).toBeCloseTo(after!.to, 9);
    expect(strip.forks).toEqual([{ look: 1, from: look!.to, to: other!.to }]);
  });

  it('turns moments of the run into places and back, and stands still beside a longer way', () => {
    const { strip, nominal } = layout([1, 1], [5], false);
    for (const time of [0, 0.4, 1.3, 2.9, nominal.duration]) {
      expect(strip.timeAt(strip.placeOf(time))).toBeCloseTo(time, 6);
    }
    const joined = nominal.moves[3]!.to;
    expect(strip.timeAt(strip.placeOf(joined) + 1)).toBeCloseTo(joined, 9);
  });

  it('is as long as the run where the way that is taken is the longer one, whatever it is', () => {
    const { strip, nominal } = layout([1], [4], true);
    expect(strip.spans[2]).toMatchObject({ lane: 'yes', astray: true });
    expect(strip.spans[3]).toMatchObject({ lane: 'no', astray: false });
    expect(strip.duration).toBeCloseTo(nominal.duration, 9);
  });

  it('has no fork where both ways are empty', () => {
    expect(layout([], [], true).strip.forks).toEqual([]);
  });
});
