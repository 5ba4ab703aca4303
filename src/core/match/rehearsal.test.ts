import { describe, expect, it } from 'vitest';
import { rehearsalCourse, timedHandovers, type RehearsalEvent } from './rehearsal.ts';

const RULES = { seconds: 50, rescuePenalty: 5, bonuses: [] };
const hit = (entryId: string, at: number, modelId: string, points: number): RehearsalEvent => ({
  kind: 'outcome',
  entryId,
  at,
  modelId,
  hit: points > 0,
  points,
});

/** As two devices write them: not in the order in which they happened. */
const EVENTS: RehearsalEvent[] = [
  { kind: 'start', entryId: 'a', at: 1 },
  { kind: 'end', entryId: 'a', at: 12 },
  { kind: 'start', entryId: 'b', at: 20.5 },
  { kind: 'end', entryId: 'b', at: 31 },
  { kind: 'start', entryId: 'c', at: 40 },
  { kind: 'over', at: 50 },
  hit('b', 33, 'hide', 25),
  hit('a', 14, 'gauge', 0),
  hit('a', 15, 'gauge', 30),
];

describe('a rehearsal', () => {
  it('is put together from what two devices wrote, in any order', () => {
    for (const events of [EVENTS, EVENTS.toReversed()]) {
      const course = rehearsalCourse(events, RULES);
      expect(course.legs.map(({ entryId, started, ended }) => [entryId, started, ended])).toEqual([
        ['a', 1, 12],
        ['b', 20.5, 31],
        ['c', 40, null],
      ]);
      // What was said last of a model holds.
      expect(course.legs[0]!.outcomes).toEqual([{ modelId: 'gauge', hit: true, points: 30 }]);
      expect(course.points).toBe(55);
      expect(course.over).toBe(50);
      expect(timedHandovers(course.legs)).toEqual([
        { from: 'a', to: 'b', seconds: 8.5 },
        { from: 'b', to: 'c', seconds: 9 },
      ]);
    }
  });

  it('brings a bonus when all of its models were reached in time', () => {
    const bonus = (...modelIds: string[]) => ({ name: modelIds.join(), modelIds, points: 10 });
    const bonuses = [bonus('gauge', 'hide'), bonus('gauge', 'sluice')];
    expect(rehearsalCourse(EVENTS, { ...RULES, bonuses }).points).toBe(55 + 10);
  });

  it('counts nothing that ended after the horn or was rescued, a model once, and what a rescue costs', () => {
    const course = rehearsalCourse(
      [
        { kind: 'start', entryId: 'a', at: 0 },
        { kind: 'rescue', entryId: 'a', at: 5 },
        { kind: 'start', entryId: 'b', at: 10 },
        { kind: 'end', entryId: 'b', at: 20 },
        hit('b', 21, 'hide', 25),
        { kind: 'start', entryId: 'c', at: 25 },
        { kind: 'end', entryId: 'c', at: 35 },
        hit('c', 36, 'hide', 25),
        { kind: 'start', entryId: 'd', at: 41 },
        { kind: 'end', entryId: 'd', at: 51 },
        hit('d', 52, 'gauge', 30),
        { kind: 'skip', entryId: 'e', at: 53, why: 'no time' },
      ],
      RULES,
    );
    expect(course.points).toBe(25 - 5);
    expect(course.skipped).toEqual([{ entryId: 'e', at: 53, why: 'no time' }]);
    expect(course.over).toBeNull();
    // A rescued run has no end, so nothing is known of the hand-over behind it.
    expect(timedHandovers(course.legs).map(({ from }) => from)).toEqual(['b', 'c']);
  });
});
