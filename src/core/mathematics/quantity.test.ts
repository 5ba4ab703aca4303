import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import { STARTING_SETUP } from '../robot/parameters.ts';
import { wheelUnits } from '../robot/wheelUnits.ts';
import { provideConventions, USUAL_CONVENTIONS } from '../language/conventions.ts';
import { formatEstimate } from './estimateText.ts';
import { formatNumber, formatQuantity, parseQuantity, formatCount, unitOf } from './quantity.ts';

const value = (text: string, kind: Parameters<typeof parseQuantity>[1]) => {
  const parsed = parseQuantity(
    text,
    kind,
    kind === 'length' ? wheelUnits(STARTING_SETUP.drive) : [],
  );
  return parsed.ok ? parsed.value : parsed.message;
};

it('puts a comma between the thousands of a count', () => {
  expect([7, 500, 2000, 20_000, 1_234_567].map(formatCount)).toEqual([
    '7',
    '500',
    '2,000',
    '20,000',
    '1,234,567',
  ]);
});

describe('a team that counts in another unit', () => {
  afterEach(() => provideConventions(() => USUAL_CONVENTIONS));

  it('types and reads it, as finely as in millimetres, and stores the same', () => {
    provideConventions(() => ({ ...USUAL_CONVENTIONS, length: 'in' }));
    expect(formatQuantity(430, 'length')).toBe('16.929\u00a0in');
    expect(formatQuantity(254, 'speed', 0)).toBe('10\u00a0in/s');
    expect(formatQuantity(1, 'time')).toBe('1\u00a0s');
    expect(value('10', 'length')).toBe(254);
    expect(value('10 mm', 'length')).toBe(10);
    expect(unitOf('acceleration')).toBe('in/s²');
    provideConventions(() => ({ ...USUAL_CONVENTIONS, length: 'cm' }));
    expect(formatQuantity(430.26, 'length')).toBe('43.03\u00a0cm');
    expect(value('4,5', 'length')).toBe(45);
    expect(
      formatEstimate({ value: 60.82, standardError: 0.06, low: 60.7, high: 60.94 }, 'length', 2),
    ).toBe('6.082 ± 0.012\u00a0cm');
  });
});

describe('typed quantities', () => {
  it.each([
    ['430', 'length', 430],
    ['43 cm', 'length', 430],
    ['43cm', 'length', 430],
    ['-2,5 in', 'length', -63.5],
    ['−12', 'length', -12],
    ['1.5 rot', 'length', 1.5 * Math.PI * 60],
    ['360 mdeg', 'length', Math.PI * 60],
    ['-90', 'angle', -Math.PI / 2],
    ['0.25 turns', 'angle', Math.PI / 2],
    ['12 ms', 'time', 0.012],
    ['90 %', 'share', 0.9],
    ['.5', 'voltage', 0.5],
  ] as const)('reads %s as a %s', (text, kind, expected) => {
    expect(value(text, kind)).toBeCloseTo(expected, 9);
  });

  it('says what it did not understand, and what it would', () => {
    expect(value('fast', 'speed')).toMatch(/Type a number, such as 120 mm\/s/);
    expect(value('12 kg', 'length')).toMatch(/“kg” is no unit for this.*mm.*rot/);
    expect(value('', 'angle')).toMatch(/Type a number/);
  });

  it('shows what it would read again', () => {
    fc.assert(
      fc.property(fc.integer({ min: -50000, max: 50000 }), (tenths) => {
        const shown = formatQuantity(tenths / 10, 'length');
        expect(value(shown, 'length')).toBeCloseTo(tenths / 10, 9);
      }),
    );
    expect(formatQuantity(Math.PI / 2, 'angle')).toBe('90°');
    expect(formatNumber(-0.04, 1)).toBe('0');
    expect(formatNumber(-12.34, 1)).toBe('−12.3');
  });
});
