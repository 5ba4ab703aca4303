import { afterEach, describe, expect, it } from 'vitest';
import { provideConventions, USUAL_CONVENTIONS } from '../language/conventions.ts';
import { radians } from '../mathematics/angle.ts';
import { STARTING_SETUP, withSetupValues, type RobotParameters } from '../robot/parameters.ts';
import { type Move, newMove } from '../moves/index.ts';
import type { RoutePlan } from '../route/plan.ts';
import { headingFromShown, shownHeading } from '../robot/headings.ts';
import { programSheet, startSentences, type SheetStep } from './programSheet.ts';

const plan: RoutePlan = {
  startId: 'near',
  moves: [
    newMove('drive', '1', { distance: -430, speed: 300, hold: 'encoders', heading: null }),
    newMove('turn', '2', {
      target: { kind: 'heading', heading: radians(-90) },
      style: 'pivot-right',
      rate: radians(100),
      stopEarly: radians(5),
    }),
    newMove('drive', '3', { distance: 200, speed: 200, hold: 'gyro', heading: radians(-90) }),
    newMove('turn', '4', {
      target: { kind: 'angle', angle: radians(30) },
      style: 'spot',
      rate: radians(100),
      stopEarly: radians(5),
    }),
    newMove('approach', '5', {
      distance: 80,
      speed: 150,
      hold: 'none',
      heading: null,
      timeLimit: 4,
    }),
  ] satisfies Move[],
};
const sheet = (setup: RobotParameters = STARTING_SETUP) => programSheet(plan, setup);
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

  afterEach(() => provideConventions(() => USUAL_CONVENTIONS));

  it('gives the number at which to brake in motor degrees and in a length alike', () => {
    const [step] = sheet();
    const millimetres = Number(figure(step!, 'Distance at the brake'));
    const motor = Number(figure(step!, 'Motor degrees at the brake'));
    // 60 mm wheels: 360° of the motor are 188.5 mm.
    expect(millimetres).toBeCloseTo((motor / 360) * Math.PI * 60, -0.5);
    expect(figure(step!, 'Power')).toBe('−62.5');
  });

  it('gives them in rotations and inches to a team that counts so', () => {
    const motor = Number(figure(sheet()[0]!, 'Motor degrees at the brake'));
    const millimetres = Number(figure(sheet()[0]!, 'Distance at the brake'));
    provideConventions(() => ({ ...USUAL_CONVENTIONS, length: 'in', motor: 'rotations' }));
    const [step] = sheet();
    expect(Number(figure(step!, 'Motor rotations at the brake'))).toBeCloseTo(motor / 360, 2);
    expect(Number(figure(step!, 'Distance at the brake'))).toBeCloseTo(millimetres / 25.4, 1);
    expect(step!.title).toBe('Drive back 16.929 in');
  });

  it('keeps the signs of the gyro in what is typed, and says so to a team that counts the other way', () => {
    const before = sheet()[1]!;
    expect(startSentences(plan, STARTING_SETUP)).toHaveLength(2);
    provideConventions(() => ({ ...USUAL_CONVENTIONS, positive: 'left' }));
    const [, turn] = sheet();
    expect(turn!.numbers).toEqual(before.numbers);
    expect(turn!.title).toBe('Turn right to heading −90°');
    expect(startSentences(plan, STARTING_SETUP).at(-1)).toBe(
      'Headings on this sheet are as the gyro counts them: turns to the right are positive.',
    );
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
