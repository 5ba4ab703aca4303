import { describe, expect, it } from 'vitest';
import { planFaults } from '../../core/route/plan.ts';
import { readTypedRoute } from '../../core/formats/typedRoute/read.ts';
import { uniform } from '../../core/mathematics/randomness.ts';
import { fieldSchema } from '../../core/field/schema.ts';
import {
  emptyBeginning,
  endSays,
  facingFrom,
  fieldOf,
  measuredPlan,
  rulerValue,
  setupOf,
  straightThere,
  type Beginning,
} from './beginning.ts';

const table = { width: 2200, height: 1100 };
const begun = (part: Partial<Beginning>): Beginning => ({ ...emptyBeginning(), ...part });
const said = (beginning: Beginning) =>
  readTypedRoute(straightThere(beginning), {
    starts: [{ id: 'start', name: 'Start' }],
    models: [],
  });

describe('a beginning', () => {
  it.each([
    [{ x: 100, y: 500 }, 0],
    [{ x: 900, y: 60 }, Math.PI / 2],
    [{ x: 2150, y: 500 }, Math.PI],
    [{ x: 900, y: 1050 }, -Math.PI / 2],
  ])('looks into the table from %j', (place, heading) => {
    expect(facingFrom(place, table)).toBe(heading);
  });

  it('finds the straight way to any target, and says that it hits', () => {
    const draw = uniform(7);
    for (let i = 0; i < 40; i++) {
      const start = { x: 200 + 600 * draw(), y: 200 + 700 * draw() };
      const target = { x: 1200 + 800 * draw(), y: 200 + 700 * draw() };
      const beginning = begun({ start, target, facing: facingFrom(start, table) });
      const { plan, faults } = said(beginning);
      expect(faults).toEqual([]);
      expect(endSays({ ...beginning, plan })!.away).toBeLessThan(25);
    }
  });

  it('makes a table and a plan that can be driven and measured', () => {
    const beginning = begun({ start: { x: 300, y: 300 }, target: { x: 1200, y: 700 } });
    const whole = { ...beginning, plan: said(beginning).plan };
    const field = fieldOf(whole);
    expect(fieldSchema.safeParse(field).success).toBe(true);
    expect(planFaults(measuredPlan(whole), field)).toEqual([]);
    expect(measuredPlan(whole).moves.at(-1)!.kind).toBe('checkpoint');
    // The zone lies where it was pressed, seen along the arrival.
    const [model] = field.models;
    expect(model!.zone.target).toMatchObject({ x: 1200, y: 700 });
    expect(model!.zone.target.heading).toBeCloseTo(Math.atan2(400, 900), 1);
  });

  it('keeps starting values where the ruler said nothing', () => {
    const beginning = { ruler: { 'drive.track': 131 } };
    expect(setupOf(beginning).drive.track).toBe(131);
    expect(rulerValue(beginning, 'drive.track')).toBe(131);
    expect(rulerValue(beginning, 'drive.wheelDiameter')).toBe(
      setupOf({ ruler: {} }).drive.wheelDiameter,
    );
  });

  it('says nothing of an end before there is a way', () => {
    expect(endSays(begun({ target: { x: 1, y: 1 } }))).toBeNull();
    expect(straightThere(begun({}))).toBe('');
  });
});
