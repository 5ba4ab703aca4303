import { describe, expect, it } from 'vitest';
import { degrees } from '../mathematics/angle.ts';
import { offsetWords, parseRunLine } from './runLine.ts';

const lineOf = (text: string) => {
  const parsed = parseRunLine(text);
  if (!parsed.ok) throw new Error(parsed.message);
  return parsed.line;
};

describe('the line that is typed for a run', () => {
  it('reads right, far, degrees to the right, and hit', () => {
    const line = lineOf('12 -5 2 h');
    expect(line.left).toBe(-12);
    expect(line.along).toBe(-5);
    expect(degrees(line.turned!)).toBeCloseTo(-2, 12);
    expect(line.hit).toBe(true);
    expect(offsetWords(line)).toBe('12\u00a0mm right, 5\u00a0mm near, turned 2° right');
  });

  it('takes what hurried hands type', () => {
    expect(lineOf('  −11   +6 m')).toEqual({ along: 6, left: 11, turned: null, hit: false });
    expect(lineOf('4,5 0')).toEqual({ along: 0, left: -4.5, turned: null, hit: null });
    expect(offsetWords(lineOf('0 0 0'))).toBe('on the line, at the right distance');
  });

  it.each([
    ['', /right and far/],
    ['12', /right and far/],
    ['12 x', /“x” is not a number/],
    ['1 2 3 4', /more than/],
    ['1 2 270', /at most 180/],
    ['99999 0', /“99999”/],
  ])('says what is wrong with “%s”', (text, message) => {
    const parsed = parseRunLine(text);
    expect(parsed.ok).toBe(false);
    expect(parsed.ok ? '' : parsed.message).toMatch(message);
  });
});
