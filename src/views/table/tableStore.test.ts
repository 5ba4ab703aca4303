import { describe, expect, it } from 'vitest';
import { bareField, boxModel, circleZone } from '../../../tests/fixtures/field.ts';
import { storedRun } from '../../../tests/fixtures/run.ts';
import { contentOf, markIn, pointsFaulty } from './runEntry.ts';
import { createTableStore } from './tableStore.ts';

const CHECKPOINTS = [
  { id: 'dock', moveId: 'm2', modelId: 'dock', name: 'Dock' },
  { id: 'gate', moveId: 'm4', modelId: 'gate', name: 'Gate' },
] as unknown as Parameters<typeof createTableStore>[0];
const FIELD = {
  ...bareField(),
  models: ['dock', 'gate'].map((id) => ({
    ...boxModel(id, circleZone(30), [100, 100, 50, 50]),
    id,
  })),
};
const START = { battery: 8, gyroAt: null, jig: true, seconds: 7.2 };
const SESSION = { id: 's' } as Parameters<typeof createTableStore>[1];

const table = () => createTableStore(CHECKPOINTS, SESSION, null);
const entryIn = (store: ReturnType<typeof table>) => store.state.getState().entry;

describe('the entry of a run', () => {
  it('begins at the last checkpoint, and a nudge without a mark starts from the middle', () => {
    const store = table();
    expect(entryIn(store).checkpointId).toBe('gate');
    expect(markIn(entryIn(store))).toBeNull();
    store.nudge(2, -1);
    store.nudge(0, 0, 0.1);
    expect(markIn(entryIn(store))).toEqual({
      along: 2,
      left: -1,
      turned: 0.1,
      headingKnown: true,
    });
  });

  it('takes a typed line before the card, until the card is pressed again', () => {
    const store = table();
    store.put({ along: 1, left: 1, turned: 0 });
    store.type('12 -5');
    // Right of the target and short of it; a heading that nobody typed is not known.
    expect(markIn(entryIn(store))).toEqual({
      along: -5,
      left: -12,
      turned: 0,
      headingKnown: false,
    });
    store.nudge(1, 0);
    expect(entryIn(store).line).toBe('');
    expect(markIn(entryIn(store))).toMatchObject({ along: -4, left: -12 });
  });

  it('is stored with each checkpoint that has a mark; the zone judges where nobody did', () => {
    const store = table();
    store.chooseCheckpoint('dock');
    store.put({ along: 40, left: 0, turned: 0 });
    store.givePoints('7,5');
    store.chooseCheckpoint('gate');
    store.type('3 4 2');
    store.giveCause('touched');
    const entry = entryIn(store);
    const content = contentOf(entry, markIn(entry)!, true, START, CHECKPOINTS, FIELD);
    expect(content).toMatchObject({ ...START, setAside: 'touched', note: '' });
    expect(content.outcomes).toEqual([
      { modelId: 'dock', hit: false, points: 7.5 },
      { modelId: 'gate', hit: true, points: null },
    ]);
    expect(content.measurements.map(({ checkpointId }) => checkpointId)).toEqual(['dock', 'gate']);
  });

  it('does not save points that are no number', () => {
    const store = table();
    store.givePoints('ten');
    expect(pointsFaulty(entryIn(store))).toBe(true);
    store.givePoints(' ');
    expect(pointsFaulty(entryIn(store))).toBe(false);
  });

  it('opens a stored run as it was, and saves it unchanged when nothing is changed', () => {
    const store = table();
    const run = storedRun({
      outcomes: [{ modelId: 'gate', hit: false, points: 5 }],
      note: 'wheels dusty',
    });
    store.edit(run);
    expect(store.state.getState().battery).toBe('8.1');
    const entry = entryIn(store);
    const content = contentOf(entry, markIn(entry)!, false, START, CHECKPOINTS, FIELD);
    expect(content.measurements).toEqual(run.measurements);
    expect(content.outcomes).toEqual(run.outcomes);
    expect(content.note).toBe('wheels dusty');
  });
});

describe('the next run', () => {
  it('begins empty, with nothing ticked and the clock at its beginning; the battery stays', () => {
    const store = table();
    store.giveBattery('7.9');
    store.tickAll();
    store.clock.next();
    store.put({ along: 1, left: 1, turned: 0 });
    store.giveCause('battery');
    store.clear();
    const { entry, ticked, battery } = store.state.getState();
    expect(markIn(entry)).toBeNull();
    expect(entry.cause).toBeNull();
    expect(ticked.size).toBe(0);
    expect(battery).toBe('7.9');
    expect(store.clock.store.getState().phase).toBe('ready');
  });

  it('is measured from a photo with a word on how good it is', () => {
    const store = table();
    store.turnTo('photo');
    store.takeMeasured({ along: 3, left: 2, turned: 0.1 }, 'Measured from a photo, within 2 mm.');
    const { entry, task } = store.state.getState();
    expect(task).toBe('runs');
    expect(contentOf(entry, markIn(entry)!, true, START, CHECKPOINTS, FIELD).note).toBe(
      'Measured from a photo, within 2 mm.',
    );
  });
});
