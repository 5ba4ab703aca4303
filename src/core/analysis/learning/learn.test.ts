import { describe, expect, it } from 'vitest';
import { BELIEVED, FIELD, PLANS } from '../../../../tests/experiments/hiddenRobots.ts';
import { driveRuns } from '../../../../tests/experiments/learningRates.ts';
import { causeName, causeWords } from '../../text/numberWords.ts';
import { learnedWords } from '../../text/learnedWords.ts';
import { deviated, knowledgeOf } from '../../robot/knowledge.ts';
import type { Experiment } from '../../simulation/run.ts';
import { learn } from './learn.ts';
import { learnedNumbers, learnedSetup } from './learnedSetup.ts';
import { mendsOf } from './mends.ts';

const { setup, sources } = BELIEVED;
const knowledge = knowledgeOf(setup, sources);
const routes = ['Sluice, then Tide Gauge', 'Heron Hide'];
const experiments = routes.map((name): Experiment => ({
  plan: PLANS[name]!,
  field: FIELD,
  estimated: setup,
  trueParameters: setup,
  knowledge,
}));
const after = (wrong: Record<string, number>, by: 'hand' | 'camera' = 'hand') => {
  const trueParameters = deviated(setup, wrong);
  return experiments.map(({ plan, ...experiment }, route) => ({
    plan,
    field: FIELD,
    runs: driveRuns({ ...experiment, plan, trueParameters }, 7 + route, by),
  }));
};

describe('learning from runs', () => {
  const driven = after({ 'drive.wheelDiameter': 1.3 });
  const learned = learn(driven, setup, knowledge)!;

  it('names the wheels when these are larger than the setup says', () => {
    const [first] = learned.suspects;
    expect(first!.causes.map(({ cause }) => cause)).toContain('drive.wheelDiameter');
    const wheels = learned.causes.find(({ cause }) => cause === 'drive.wheelDiameter')!;
    expect(wheels.low).toBeLessThan(1.3);
    expect(wheels.high).toBeGreaterThan(1.3);
    expect(wheels.spread).toBeLessThan(wheels.before);
    expect(learned.runs).toBe(20);
  });

  it('says it in words, and how likely it is', () => {
    const words = learnedWords(learned, setup);
    expect(plain(words.headline)).toMatch(/^(Most likely|Perhaps) the wheels are \d\.\d % larger/);
    expect(words.reason).toMatch(/likely after 20 runs.* cannot be seen on these routes\.$/);
  });

  it('offers to mend the number, which moves the runs back', () => {
    const [tide] = experiments;
    const mends = mendsOf(learned, tide!, 'tide-gauge', zoneOf('tide-gauge'));
    const wheels = mends.find(({ cause }) => cause === 'drive.wheelDiameter')!;
    expect(wheels.deviation).toBeGreaterThan(0.5);
    expect(Math.hypot(wheels.shift.along, wheels.shift.left)).toBeGreaterThan(3);
  });

  it('makes a setup that knows more, and says from how many runs', () => {
    const next = learnedSetup(learned, setup, sources);
    expect(next.setup.drive.wheelDiameter).toBeGreaterThan(setup.drive.wheelDiameter + 0.5);
    expect(next.sources['drive.wheelDiameter']).toMatchObject({ kind: 'runs', runs: 20 });
    const again = knowledgeOf(next.setup, next.sources);
    expect(again.paths).toEqual(knowledge.paths);
    const shown = new Set(learnedNumbers(learned).map(({ cause }) => cause));
    expect(shown.has('light.firstX')).toBe(false);
    expect(next.sources['light.firstX']).toBeUndefined();
  });

  it('knows more where a camera saw each move, and where the robot was put down', () => {
    const seen = learn(after({ 'drive.wheelDiameter': 1.3 }, 'camera'), setup, knowledge)!;
    expect(seen.seen).toBe(20);
    expect(learnedWords(seen, setup).reason).toContain('20 of them seen move by move');
    const narrower = (cause: string) => {
      const of = (all: typeof learned) => all.causes.find((one) => one.cause === cause)!;
      return of(seen).spread / of(learned).spread;
    };
    for (const cause of ['motor.braking', 'gyro.scale', 'start.near-left.along'])
      expect([cause, narrower(cause) < 0.8]).toEqual([cause, true]);
    const wheels = seen.causes.find(({ cause }) => cause === 'drive.wheelDiameter')!;
    expect(wheels.low).toBeLessThan(1.3);
    expect(wheels.high).toBeGreaterThan(1.3);
  });

  it('takes runs of which a camera saw some moves only', () => {
    const [tide, heron] = after({}, 'camera');
    const half = heron!.runs.map((run, i) => ({
      ...run,
      seen:
        i % 3 === 0
          ? null
          : { ...run.seen!, moves: run.seen!.moves.filter(({ step }) => step !== i % 4) },
    }));
    const partly = learn([tide!, { ...heron!, runs: half }], setup, knowledge)!;
    expect(partly.seen).toBe(16);
    for (const { deviation, spread, before } of partly.causes) {
      expect(Number.isFinite(deviation)).toBe(true);
      expect(spread).toBeLessThan(1.2 * before);
    }
  });

  it('suspects nothing much of a robot that is as its setup says', () => {
    const nothing = learn(after({}), setup, knowledge)!;
    expect(nothing.nothing).toBeGreaterThan(0.3);
    expect(nothing.suspects[0]!.chance).toBeLessThan(0.5);
  });

  it('lets an odd run teach nothing', () => {
    const [tide, heron] = driven;
    const wild = heron!.runs.map((run, i) =>
      i > 0
        ? run
        : { ...run, measurements: run.measurements.map((one) => ({ ...one, along: 400 })) },
    );
    const odd = learn([tide!, { ...heron!, runs: wild }], setup, knowledge)!;
    expect(odd.runs).toBe(19);
    const of = (all: typeof learned) =>
      all.causes.find(({ cause }) => cause === 'drive.wheelDiameter')!.deviation;
    expect(of(odd)).toBeCloseTo(of(learned), 0);
  });

  it('has nothing to say without runs', () => {
    expect(learn([], setup, knowledge)).toBeNull();
  });
});

describe('numbers in words', () => {
  it('are there for every number that may be off', () => {
    for (const path of knowledge.paths) {
      expect(causeName(path)).not.toBe('');
      expect(causeWords(path, 0.001, setup)).toMatch(/\d/);
    }
  });

  it('say which way, and put-downs too', () => {
    const words = (cause: string, off: number) => plain(causeWords(cause, off, setup));
    expect(words('range.offset', -8)).toBe('the range sensor reads 8 mm too little');
    expect(words('drive.wheelDiameter', 0.61)).toBe('the wheels are 1 % larger');
    expect(words('start.near-left.left', -2)).toBe('it is put down 2 mm further right');
  });
});

function zoneOf(checkpointId: string) {
  const checkpoint = experiments[0]!.plan.moves.find(({ id }) => id === checkpointId);
  const modelId = checkpoint?.kind === 'checkpoint' ? checkpoint.modelId : '';
  return FIELD.models.find(({ id }) => id === modelId)!.zone;
}

/** Spaces between numbers and their units do not break; here they are like any other. */
function plain(text: string): string {
  return text.replaceAll('\u00a0', ' ').replaceAll('\u202f', ' ');
}
