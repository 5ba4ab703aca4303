import { describe, expect, it } from 'vitest';
import { radians } from '../geometry/angle.ts';
import { STARTING_SETUP, withSetupValues, type Setup } from '../robot/setup.ts';
import type { Move, RoutePlan } from '../route/moves.ts';
import { headingFromShown, programSheet, shownHeading, type SheetStep } from './programSheet.ts';
import { pythonProgram } from './pythonProgram.ts';

const plan: RoutePlan = {
  startId: 'near',
  checkpoints: [],
  moves: [
    { id: '1', kind: 'drive', distance: -430, speed: 300, hold: 'encoders', heading: null },
    {
      id: '2',
      kind: 'turn',
      target: { kind: 'heading', heading: radians(-90) },
      style: 'pivot-right',
      rate: radians(100),
      stopEarly: radians(5),
    },
    { id: '3', kind: 'drive', distance: 200, speed: 200, hold: 'gyro', heading: radians(-90) },
    {
      id: '4',
      kind: 'turn',
      target: { kind: 'angle', angle: radians(30) },
      style: 'spot',
      rate: radians(100),
      stopEarly: radians(5),
    },
    {
      id: '5',
      kind: 'approach',
      distance: 80,
      speed: 150,
      hold: 'none',
      heading: null,
      timeLimit: 4,
    },
  ] satisfies Move[],
};
const sheet = (setup: Setup = STARTING_SETUP) => programSheet(plan, setup);
const figure = (step: SheetStep, label: string) =>
  step.numbers.find((number) => number.label === label)?.value;

describe('the program sheet', () => {
  it('has one step a move, named as people say it, right positive', () => {
    expect(sheet().map(({ title }) => title)).toEqual([
      'Drive back 430 mm',
      'Turn right to heading 90°',
      'Drive 200 mm',
      'Turn left by 30°',
      'Approach to 80 mm',
    ]);
  });

  it('gives the number at which to brake in motor degrees, rotations and mm alike', () => {
    const [step] = sheet();
    const millimetres = Number(figure(step!, 'Distance at the brake'));
    const motor = Number(figure(step!, 'Motor degrees at the brake'));
    // 60 mm wheels: 360° of the motor are 188.5 mm.
    expect(millimetres).toBeCloseTo((motor / 360) * Math.PI * 60, -0.5);
    expect(Number(figure(step!, 'Rotations at the brake'))).toBeCloseTo(motor / 360, 2);
    expect(figure(step!, 'Power')).toBe('−62.5');
  });

  it('gives the heading to stop at, before the target by the lead', () => {
    expect(figure(sheet()[1]!, 'Stop at heading')).toBe('85');
    expect(figure(sheet()[1]!, 'Stop early by')).toBe('5');
    expect(sheet()[1]!.sentences[0]).toMatch(/^Turn right with the left wheel only\./);
    expect(sheet()[1]!.sentences[1]).toMatch(/has passed 85°, never when it equals it/);
  });

  it('says of a turn by an angle for which beginning its heading holds', () => {
    expect(sheet()[3]!.sentences[0]).toMatch(
      /^Turn left with both wheels, one against the other\. .* when the turn begins at 90°; otherwise add the difference\.$/,
    );
    expect(figure(sheet()[3]!, 'Stop at heading')).toBe('65');
  });

  it('follows a robot that counts left as positive', () => {
    const left = withSetupValues(STARTING_SETUP, { 'gyro.rightPositive': false });
    expect(sheet(left)[1]!.title).toBe('Turn right to heading −90°');
    expect(figure(sheet(left)[1]!, 'Stop at heading')).toBe('−85');
    expect(figure(sheet(left)[2]!, 'Heading to keep')).toBe('−90');
    expect(headingFromShown(shownHeading(1.25, left), left)).toBeCloseTo(1.25, 12);
    expect(headingFromShown(shownHeading(1.25, STARTING_SETUP), STARTING_SETUP)).toBeCloseTo(1.25);
  });

  it('has a time limit for every step, and a gain for every hold that needs one', () => {
    for (const step of sheet()) expect(Number(figure(step, 'Time limit'))).toBeGreaterThan(0);
    expect(figure(sheet()[0]!, 'Steering per motor degree of difference')).toBeDefined();
    expect(figure(sheet()[2]!, 'Steering per degree')).toBe('1.31');
    expect(figure(sheet()[4]!, 'Steering per degree')).toBeUndefined();
  });
});

describe('the Python program', () => {
  const heading = { robot: 'Curlew', setup: 3, route: 'Sluice', revision: '6' };
  const python = (setup = STARTING_SETUP) => pythonProgram(plan, setup, heading);

  it('names every number after its move and calls the moves in order', () => {
    const calls = [...python().matchAll(/^ {8}(\w+)\(hub, (MOVE_\d)/gm)].map((m) => m.slice(1, 3));
    expect(calls).toEqual([
      ['drive_straight', 'MOVE_1'],
      ['turn_to', 'MOVE_2'],
      ['drive_straight', 'MOVE_3'],
      ['turn_by', 'MOVE_4'],
      ['approach', 'MOVE_5'],
    ]);
    expect(python()).toContain('MOVE_2_HEADING = 90\n');
    expect(python()).toContain('MOVE_5_TIME_LIMIT = 4\n');
  });

  it('changes by a few lines when a number changes', () => {
    const moved = {
      ...plan,
      moves: plan.moves.map((move) =>
        move.id === '3' ? { ...move, distance: 260 } : move,
      ) as Move[],
    };
    const before = python().split('\n');
    const after = pythonProgram(moved, STARTING_SETUP, heading).split('\n');
    expect(after.length).toBe(before.length);
    expect(after.filter((line, i) => line !== before[i]).length).toBeLessThanOrEqual(3);
  });

  it('never compares a reading for equality, and brakes whatever happens', () => {
    const code = python()
      .split('\n')
      .filter((line) => !line.trim().startsWith('#'));
    const equalities = code.filter((line) => / == /.test(line) && !/kind == "/.test(line));
    expect(equalities).toEqual([]);
    expect(python()).toMatch(/finally:\n {8}hub\.brake\(\)/);
  });

  it('lets no name of people become code', () => {
    const text = pythonProgram(plan, STARTING_SETUP, {
      ...heading,
      route: 'x"""\nimport os\n"""',
      robot: '\\"""; quit()',
    });
    expect(text.match(/"""/g)!.length % 2).toBe(0);
    expect(text.split('\n')[0]).not.toContain('import os\n');
    expect(text).not.toMatch(/^import os/m);
  });
});
