import { describe, expect, it } from 'vitest';
import { bareField, CRATE } from '../../../../tests/fixtures/field.ts';
import type { Field } from '../../field/field.ts';
import { radians } from '../../mathematics/angle.ts';
import { STARTING_SETUP, withSetupValues, type RobotParameters } from '../../robot/parameters.ts';
import { nominalRun } from '../../simulation/run.ts';
import { stepsOf } from '../../route/plan.ts';
import { type Move, newMove } from '../../moves/index.ts';
import { beamAt, routeChecks } from './routeChecks.ts';

const field = bareField({ width: 2000, height: 1000, matchSeconds: 30, models: [CRATE] });
const drive = (distance: number, id = 'd'): Move =>
  newMove('drive', id, { distance, speed: 250, hold: 'gyro' });
const sentences = (
  moves: Move[],
  on: Partial<Field> = {},
  setup: RobotParameters = STARTING_SETUP,
) => {
  const experiment = {
    plan: { startId: 'start', moves },
    field: { ...field, ...on },
    estimated: setup,
    trueParameters: setup,
  };
  return routeChecks(experiment, nominalRun(experiment))
    .map(({ position, sentence }) => `${position + 1}: ${sentence}`)
    .join('\n');
};

describe('the checks of a route', () => {
  it('are silent where nothing stands out', () => {
    expect(sentences([drive(400)])).toBe('');
  });

  it('name what the robot runs into', () => {
    expect(sentences([drive(300), drive(900, 'e')])).toMatch(/^2: The robot runs into the Crate/m);
  });

  it('see the open edge of a table', () => {
    expect(sentences([drive(-400)], { border: false })).toMatch(/1: .*open edge of the table/);
  });

  it('say that nothing is met, seen or reached', () => {
    expect(sentences([newMove('until touch', 't', { speed: 60 })])).toMatch(/meets nothing/);
    expect(sentences([newMove('until line', 'l')])).toMatch(/has no line to see/);
    expect(sentences([newMove('follow wall', 'w')], { border: false })).toMatch(
      /side sensor sees no wall/,
    );
  });

  it('measure how obliquely the beam meets a surface', () => {
    const slanted = beamAt({ x: 1800, y: 300, heading: radians(30) }, STARTING_SETUP.range, field);
    expect(slanted?.thing).toBe('the border');
    expect(slanted?.incidence).toBeCloseTo(radians(30), 9);
    expect(
      sentences([
        newMove('turn', 't'),
        newMove('turn', 'u', { target: { kind: 'angle', angle: radians(50) } }),
        newMove('approach', 'a', { distance: 300 }),
      ]),
    ).toMatch(/too obliquely to be trusted/);
  });

  it('add up the time of a match', () => {
    expect(sentences([newMove('wait', 'w', { duration: 40 })])).toMatch(
      /lasts 40 s, longer than a match of 30 s/,
    );
  });

  it('say once what a repeated move does each time', () => {
    const moves = [drive(900), drive(-100, 'e'), newMove('repeat', 'r', { fromId: 'd', times: 3 })];
    expect(stepsOf(moves)).toHaveLength(6);
    expect(sentences(moves).match(/runs into the Crate/g)).toHaveLength(1);
  });

  it('say that the drift budget is spent, and where', () => {
    const moves = [
      newMove('wait', 'w', { duration: 8 }),
      newMove('drive', 'd', { distance: 600, speed: 250, heading: 0 }),
      newMove('checkpoint', 'c', { name: 'Crate', modelId: 'crate', pause: 0 }),
    ];
    const drifting = withSetupValues(STARTING_SETUP, { 'gyro.biasSpread': radians(0.3) });
    expect(sentences(moves)).not.toMatch(/drift budget/);
    expect(sentences(moves, {}, drifting)).toMatch(/^3: The drift budget is spent: 0\.59°\/s/m);
    expect(
      sentences([moves[0]!, newMove('settle', 's'), ...moves.slice(1)], {}, drifting),
    ).not.toMatch(/costs .*° of heading/);
  });
});
