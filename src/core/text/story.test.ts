import { describe, expect, it } from 'vitest';
import { storyMarkdown } from '../formats/storyMarkdown.ts';
import { STARTING_SETUP } from '../robot/parameters.ts';
import { newMove } from '../moves/index.ts';
import { normal } from '../mathematics/randomness.ts';
import { nominalRun } from '../simulation/run.ts';
import type { SeenRunMoves } from '../telemetry/seenRun.ts';
import { trackFaultWords } from './trackWords.ts';
import { storyPages } from './storyPages.ts';
import { consistencyFigure } from '../formats/consistencyFigure.ts';
import { questionCards } from './talk.ts';
import { storyOf, type StoryRun, type StorySource } from './story.ts';

const plan = (distance: number) => ({
  startId: 's',
  moves: [
    newMove('drive', 'd', { distance }),
    newMove('checkpoint', 'c', { name: 'Post', modelId: 'post' }),
  ],
});
const draw = normal(8);
const runs = (revisionNumber: number, sessionId: string, along: number): StoryRun[] =>
  Array.from({ length: 10 }, (_, i) => ({
    revisionNumber,
    setupId: 'setup',
    sessionId,
    measurements: [
      { checkpointId: 'c', along: along + 4 * draw(), left: 4 * draw(), turned: null },
    ],
    outcomes: [{ modelId: 'post', hit: along === 0, points: null }],
    setAside: i === 9 && along !== 0 ? 'put down wrong' : null,
    battery: null,
    gyroAt: null,
    happenedAt: '2026-11-05T18:00:00.000Z',
  }));
const source: StorySource = {
  route: 'Post <b>run</b>',
  robot: 'Curlew',
  field: 'Saltmarsh',
  goal: 0.9,
  setup: STARTING_SETUP,
  drawing: {
    width: 2000,
    height: 1000,
    border: true,
    ground: 'white',
    matchSeconds: null,
    walls: [],
    lines: [],
    picture: null,
    starts: [{ id: 's', name: 'Corner', pose: { x: 200, y: 500, heading: 0 } }],
    models: [
      {
        id: 'post',
        name: 'Post',
        points: 20,
        seen: false,
        outline: [],
        zone: {
          // Where the tool point ends after the shorter drive.
          target: { x: 905, y: 500, heading: 0 },
          shape: { kind: 'circle', radius: 15 },
          headingTolerance: null,
        },
      },
    ],
  },
  revisions: [
    {
      number: 1,
      parent: null,
      origin: 'hand',
      reason: 'First plan',
      createdAt: '2026-11-05T17:00:00.000Z',
      plan: plan(600),
      promises: [],
    },
    {
      number: 2,
      parent: 1,
      origin: 'aim',
      reason: 'Aim after 9 runs',
      createdAt: '2026-11-12T17:00:00.000Z',
      plan: plan(575),
      promises: [
        {
          checkpointId: 'c',
          runs: 9,
          before: { along: 25, left: 0, turned: 0 },
          expected: { along: 0, left: 0, turned: 0 },
          chanceBefore: 0.1,
          chance: 0.99,
        },
      ],
    },
  ],
  setups: [
    {
      id: 'setup',
      number: 1,
      reason: 'Ruler',
      createdAt: '2026-11-01T17:00:00.000Z',
      setup: STARTING_SETUP,
      sources: { 'drive.wheelDiameter': { kind: 'typed' } },
    },
  ],
  benches: [{ kind: 'wheels', number: 1, words: 'Turns', createdAt: '2026-11-02T17:00:00.000Z' }],
  sessions: [
    {
      id: 'a',
      title: 'First evening',
      startedAt: '2026-11-05T18:00:00.000Z',
      surface: 'mat',
      people: 'R',
      note: '',
    },
    {
      id: 'b',
      title: 'Second evening',
      startedAt: '2026-11-12T18:00:00.000Z',
      surface: '',
      people: '',
      note: 'quiet',
    },
  ],
  runs: [...runs(1, 'a', 25), ...runs(2, 'b', 0)],
  seen: new Map(),
};

/** Runs that a camera saw, whose first straight goes too far, mm. */
function seenRuns(distance: number, tooFar: number): SeenRunMoves[] {
  const draw = normal(5, 0);
  const nominal = nominalRun({
    plan: plan(distance),
    field: source.drawing,
    estimated: STARTING_SETUP,
    trueParameters: STARTING_SETUP,
  });
  const [{ start, end, moveId, from, to }] = nominal.moves as [(typeof nominal.moves)[number]];
  return Array.from({ length: 8 }, () => {
    const length = end.x - start.x + tooFar + draw();
    const stood = { ...end, x: start.x + length };
    return {
      start,
      end: stood,
      moves: [{ moveId, step: 0, from, to, length, turn: 0, end: stood }],
    };
  });
}

describe('the story of a route', () => {
  it('says which move a camera saw err, until it does not any more', () => {
    const seen = new Map([
      [1, seenRuns(600, 25)],
      [2, seenRuns(575, 0)],
    ]);
    const [before, after] = storyOf({ ...source, seen }).chapters;
    expect(before!.seen).toMatch(
      /^By camera, 8 runs: Move 1, .* goes 2\d\.\d ± .* too far, every run\.$/,
    );
    expect(after!.seen).toBe('By camera, 8 runs: no move errs by more than chance does.');
    expect(storyMarkdown(storyOf({ ...source, seen }))).toContain('By camera, 8 runs: Move 1');
    expect(story.chapters[0]!.seen).toBeNull();
  });

  const story = storyOf(source);

  it('says in a headline how far the team came, and that it is no chance', () => {
    expect(story.headline).toBe('From 0 of 9 to 10 of 10 hits.');
    expect(story.reason).toMatch(/^20 runs in 2 sessions and 2 revisions\. Better: revision 2/);
  });

  it('tells each revision with its reason, its change, its verdict and its promise', () => {
    const [first, second] = story.chapters;
    expect(first!.headline).toMatch(/^Surely aim/);
    expect(first!.promise).toBeNull();
    expect(second).toMatchObject({ headline: 'Surely good enough: leave it.', promise: 'kept' });
    expect(second!.changes.join()).toMatch(/600.*575/);
  });

  it('puts everything in the order of time, with what was set aside', () => {
    expect(story.events.map(({ title }) => title)).toEqual([
      'Setup 1',
      'Bench record 1',
      'Revision 1',
      'First evening',
      'Revision 2',
      'Second evening',
    ]);
    expect(story.events[3]!.says).toMatch(/10 runs of revision 1.*1 set aside: put down wrong/);
  });

  it('counts the points of what is driven now', () => {
    expect(story.points).toMatchObject({ expected: 20, full: 20 });
  });

  it('looks back on what was promised, and on what came true', () => {
    const { lines, spreadFactor } = story.track;
    expect(lines.map(({ kind, asked }) => [kind, asked])).toEqual([
      ['regions', 19],
      ['aims', 1],
      // After five runs of each revision, the runs that followed.
      ['chances', 9],
    ]);
    const [regions, aims] = lines;
    expect(regions).toMatchObject({ promised: 0.95, fair: true });
    expect(regions!.came).toBeGreaterThanOrEqual(18);
    expect(aims).toMatchObject({ came: 1, fair: true });
    expect(spreadFactor!.low).toBeLessThan(spreadFactor!.value);
  });

  it('says by how much runs spread farther than was forecast, once that is sure', () => {
    const wild = source.runs.map((run) => ({
      ...run,
      measurements: run.measurements.map((one) => ({ ...one, left: 6 * one.left })),
    }));
    const { track } = storyOf({ ...source, runs: wild });
    expect(track.spreadFactor!.low).toBeGreaterThan(1.5);
    expect(storyMarkdown({ ...story, track })).toMatch(
      /Runs spread \d\.\d times as far as forecast/,
    );
    expect(
      trackFaultWords({ lines: [], spreadFactor: { value: 1.1, low: 0.9, high: 1.3 } }),
    ).toBeNull();
  });

  it('goes into Markdown in which nothing that people typed is markup', () => {
    const text = storyMarkdown(story);
    expect(text).toContain('# Post \\<b\\>run\\</b\\>');
    expect(text).toMatch(/\| 2 \| 2026-11-12 \| Aim after 9 runs .* \| kept \|/);
  });

  it('fits on two pages: plans and sessions stay when there are too many bench records', () => {
    const event = (kind: 'bench' | 'revision', i: number) => ({
      at: `2026-11-01T10:${String(i).padStart(2, '0')}:00Z`,
      kind,
      title: `${kind} ${i}`,
      says: 'Measured again, because the mat is new and nobody believed the first number. '.repeat(
        4,
      ),
    });
    const many = Array.from({ length: 60 }, (_, i) => event(i % 6 === 0 ? 'revision' : 'bench', i));
    const pages = storyPages({
      ...story,
      events: many,
      chapters: many.map(() => story.chapters[0]!),
    });
    expect(pages.events.filter(({ kind }) => kind === 'revision')).toHaveLength(10);
    expect(pages.events.length + pages.left.events).toBe(60);
    expect(pages.left.chapters).toBe(54);
    // What is long is cut at a word, and says so.
    expect(pages.events[0]!.says).toMatch(/[a-z] …$/);
    // The newest of what is left out first stay.
    expect(pages.events.at(-1)!.title).toBe('bench 59');
    expect(storyPages(story).left).toEqual({ chapters: 0, events: 0 });
  });

  it('begins with the first run', () => {
    expect(storyOf({ ...source, runs: [] }).headline).toBe('Not driven yet.');
  });
});

describe('the talk', () => {
  const story = storyOf(source);
  const nothing = { story, benches: new Map(), seen: 0, learned: 0, match: null };

  it('answers likely questions with the team’s own numbers, and leaves out what it cannot answer', () => {
    const few = questionCards(nothing);
    expect(few[0]).toEqual({
      question: 'How do you know whether it got better?',
      answer:
        'Revision 1 hit 0 of 9: a true rate of 0 to 30 %. Revision 2 hit 10 of 10: 72 to 100 %. We count hits, and give the interval with them.',
    });
    const all = questionCards({
      ...nothing,
      benches: new Map([['wheels', 2]]),
      seen: 8,
      learned: 1,
      match: { name: 'Sprint', routes: 4, rehearsed: [30, 45] },
    });
    expect(all.length).toBe(few.length + 4);
    const answers = all.map(({ answer }) => answer).join(' ');
    expect(answers).toContain(
      'We measured the robot 2 times before we trusted its numbers: wheels.',
    );
    expect(answers).toContain('We rehearsed it 2 times, for 30, 45 points.');
    expect(storyMarkdown(story, all)).toContain('## Likely questions');
  });

  it('has a figure on one page, in which what somebody typed is no markup', () => {
    const figure = consistencyFigure(story);
    expect(figure).toMatch(/^<svg xmlns/);
    expect(figure).toContain('Post &lt;b&gt;run&lt;/b&gt;');
    expect(figure).not.toContain('<b>');
    // A bar, a line and a disc for each of the two revisions.
    expect(figure.match(/fill-opacity="0.25"/g)).toHaveLength(2);
    expect(figure.match(/fill-opacity="0.35"/g)).toHaveLength(2);
    expect(figure).toContain('10 of 10');
  });
});
