import { describe, expect, it } from 'vitest';
import { adviceOn } from './advice.ts';
import { answersOf, drawnDrill, judgeAnswer } from './answer.ts';
import { DRILL_BENCHES, LEVELS, LOOKS, type Step } from './world.ts';
import { RUNS } from './costs.ts';
import { worldOfDrill, type Drill } from './drill.ts';
import type { Fault } from './fault.ts';
import { FAULTS, faultsOf } from './faults/index.ts';
import { beginDrill, doStep, signsOf } from './follow.ts';
import { ownDrill } from './ownDrill.ts';
import { drillReport } from './report.ts';
import { BELL, ZONE } from './yard.ts';

const faultNamed = (id: string) => FAULTS.find((fault) => fault.id === id)!;
const EVERYTHING: Step[] = [
  { do: 'drive', runs: 10 },
  ...DRILL_BENCHES.map((bench): Step => ({ do: 'bench', bench })),
  ...LOOKS.map((at): Step => ({ do: 'look', at })),
];
const after = (drill: Drill, steps: readonly Step[]) =>
  steps.reduce((known, step) => doStep(known, drill, step), beginDrill(drill));
const healthy: Fault = { ...faultNamed('slip'), id: 'none', plant: (world) => world };

describe('the faults', () => {
  it('are at least fourteen, each with words of its own, and more of them the harder it is', () => {
    expect(FAULTS.length).toBeGreaterThanOrEqual(14);
    for (const words of ['id', 'cause', 'cure', 'lesson'] as const) {
      expect(new Set(FAULTS.map((fault) => fault[words])).size).toBe(FAULTS.length);
    }
    const counts = LEVELS.map((level) => faultsOf(level).length);
    expect(counts).toEqual(counts.toSorted((a, b) => a - b));
    expect(counts.at(-1)).toBe(FAULTS.length);
  });

  it('are seen in no robot that has none, whatever is looked at', () => {
    const wrong = Array.from({ length: 12 }, (_, i) => {
      const signs = signsOf(after({ fault: healthy, level: 1, seed: 400 + i }, EVERYTHING));
      return FAULTS.filter(({ told }) => told(signs)).map(({ id }) => id);
    });
    // Eight benches with a dozen numbers each time: one robot in twelve may look odd by chance.
    expect(wrong.filter((ids) => ids.length > 0).length).toBeLessThanOrEqual(1);
  });

  it('stand alone: what shows one shows no other that is not there', () => {
    for (const id of ['wrongSign', 'oddUnit', 'otherRoom', 'equality', 'sensorBehind']) {
      const signs = signsOf(after({ fault: faultNamed(id), level: 2, seed: 9 }, EVERYTHING));
      expect(FAULTS.filter(({ told }) => told(signs)).map((fault) => fault.id)).toEqual([id]);
    }
  });
});

describe('a drill', () => {
  it('is the same for the same seed, and any of the faults for some', () => {
    const drawn = Array.from({ length: 200 }, (_, seed) => drawnDrill(3, seed).fault.id);
    expect(new Set(drawn).size).toBe(FAULTS.length);
    const drill = drawnDrill(3, 5);
    expect(worldOfDrill(drawnDrill(3, 5))).toEqual(worldOfDrill(drill));
    const { causes, cures } = answersOf(drill);
    expect(causes.map(({ id }) => id).toSorted()).toEqual(FAULTS.map(({ id }) => id).toSorted());
    expect(cures.map(({ id }) => id)).not.toEqual(causes.map(({ id }) => id));
  });

  it('counts runs and minutes, and drives no run twice', () => {
    const drill: Drill = { fault: faultNamed('track'), level: 2, seed: 3 };
    const five = after(drill, [{ do: 'drive', runs: 5 }]);
    const eight = doStep(five, drill, { do: 'drive', runs: 8 });
    expect(eight.driven.runs.slice(0, 5)).toEqual(five.driven.runs);
    const known = doStep(eight, drill, { do: 'bench', bench: 'track' });
    expect(known.minutes).toBe(8 + 5);
    const report = drillReport(drill, known, [
      { do: 'drive', runs: 5 },
      { do: 'drive', runs: 8 },
      { do: 'bench', bench: 'track' },
    ]);
    expect(report.runsLeft).toBe(RUNS[2] - 8);
    expect(report.evidence.map(({ title }) => title)).toEqual(['Runs 1 to 8', 'Track']);
    expect(report.evidence[1]!.headline).toBe('The setup says otherwise.');
  });

  it('says less the harder it is', () => {
    const steps: Step[] = [
      { do: 'drive', runs: 5 },
      { do: 'bench', bench: 'wheels' },
    ];
    const reports = LEVELS.map((level) => {
      const drill: Drill = { fault: faultNamed('wheelDiameter'), level, seed: 2 };
      return drillReport(drill, after(drill, steps), steps);
    });
    expect(reports.map(({ hint }) => hint !== null)).toEqual([true, false, false]);
    expect(reports.map(({ evidence }) => evidence[1]!.figures[0]!.off)).toEqual([true, true, null]);
  });

  it('ends with what it was, what told it, and the way of the sheets', () => {
    const drill: Drill = { fault: faultNamed('otherRoom'), level: 1, seed: 4 };
    const steps: Step[] = [
      { do: 'drive', runs: 5 },
      { do: 'bench', bench: 'wheels' },
      { do: 'bench', bench: 'light' },
    ];
    const answer = judgeAnswer(drill, steps, { cause: 'otherRoom', cure: 'track' });
    expect(answer).toMatchObject({ right: true, cureRight: false, toldAfter: 'Light' });
    expect(answer.minutes).toBe(5 + 6 + 3);
    expect(answer.way.map(({ what }) => what)).toEqual(['Drive 5 runs', 'Light']);
    expect(answer.wayMinutes).toBe(8);
    expect(judgeAnswer(drill, [], { cause: 'slip', cure: 'slip' })).toMatchObject({
      right: false,
      toldAfter: null,
    });
  });

  it('has nothing more to advise when all was done and nothing found', () => {
    const signs = signsOf(after({ fault: healthy, level: 1, seed: 403 }, EVERYTHING));
    expect(adviceOn(signs)).toBeNull();
  });
});

describe('an evening of one’s own', () => {
  const run = (along: number, left: number) => ({
    measurements: [{ checkpointId: BELL.id, along, left, turned: null }],
    outcomes: [],
    setAside: null,
    battery: null,
    gyroAt: null,
    happenedAt: '2026-03-02T18:00:00.000Z',
    sessionId: 'evening',
  });
  const about = { id: 'evening', route: 'Bell', revision: 1, goal: 0.8, changed: null };

  it('is judged by the same verdict as on the sheets', () => {
    const runs = [1, 2, 3, 4, 5, 6, 7, 8].map((i) => run(60 + (i % 3), -2 + (i % 2)));
    expect(ownDrill(about, runs, BELL, ZONE)).toMatchObject({ verdict: 'aim', hits: 0 });
    expect(ownDrill(about, runs.slice(0, 4), BELL, ZONE)).toBeNull();
  });
});
