import { describe, expect, it } from 'vitest';
import { judgeLine } from './judge.ts';

const at = (right: number, far: number, more: object = {}) => ({
  right_mm: right,
  far_mm: far,
  turned_right_deg: 0,
  hit: null,
  battery_v: null,
  since_zero_s: null,
  ...more,
});
const circle = { shape: 'circle', radius_mm: 20, heading_tolerance_deg: null };
const judge = (series: object) => judgeLine(JSON.stringify({ goal: 0.9, zone: circle, ...series }));
const around = (right: number, far: number) =>
  [-3, 2, 1, -1, 3, 0, -2, 2, -2, 1].map((step, i) => at(right + step, far + ((i % 3) - 1) * 2));

describe('a series of runs on a line', () => {
  it('is left when it lies in the zone, and aimed when it lies together beside it', () => {
    expect(judge({ runs: around(0, 0) })).toMatchObject({
      verdict: 'leave it',
      runs: 10,
      hits: 10,
    });
    const beside = judge({ runs: around(25, 0) });
    expect(beside).toMatchObject({ verdict: 'aim', hits: 0 });
    expect(beside.headline).toMatch(/^Surely aim/);
    // Each chance stands in its range.
    for (const [low, best, high] of [beside.chance_now, beside.chance_aimed]) {
      expect(low).toBeLessThan(best!);
      expect(best).toBeLessThan(high!);
    }
    expect(beside.chance_now[1]).toBeLessThan(0.15);
    expect(beside.chance_aimed[1]).toBeGreaterThan(0.95);
  });

  it('is too early with four runs', () => {
    expect(judge({ runs: around(0, 0).slice(0, 4) }).verdict).toBe('too early');
  });

  it('is judged in a zone with corners, right and far as people see them', () => {
    const corners_mm = [
      [0, -10],
      [50, -10],
      [50, 10],
      [0, 10],
    ];
    const zone = { shape: 'polygon', corners_mm };
    expect(judge({ zone, runs: around(25, 0) }).hits).toBe(10);
    expect(judge({ zone, runs: around(-25, 0) }).hits).toBe(0);
  });

  it('asks for the heading only where every run has one', () => {
    const zone = { ...circle, heading_tolerance_deg: 5 };
    const turned = around(0, 0).map((run) => ({ ...run, turned_right_deg: 11 }));
    expect(judge({ zone, runs: turned }).hits).toBe(0);
    expect(judge({ zone, runs: [at(0, 0, { turned_right_deg: null }), ...turned] }).hits).toBe(11);
  });

  it('is refused by name when it is none', () => {
    expect(() => judgeLine('{')).toThrow('this is not JSON.');
    expect(() => judge({ runs: [{ right_mm: 'far' }] })).toThrow(/^runs\.0\.right_mm: /);
  });
});
