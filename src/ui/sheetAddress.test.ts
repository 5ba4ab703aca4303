import { describe, expect, it } from 'vitest';
import { addressWith } from './sheetAddress.ts';

const present = new URLSearchParams('robot=r&route=a&session=s&revision=3');

describe('the address of another sheet', () => {
  it('goes on with robot, route and session, and not with a revision that was looked at', () => {
    expect(addressWith('/table', present, {})).toBe('/table?robot=r&route=a&session=s');
  });

  it('leaves the robot to a route that is chosen anew, and the route to a robot', () => {
    expect(addressWith('/verdict', present, { route: 'b' })).toBe('/verdict?route=b&session=s');
    expect(addressWith('/bench', present, { robot: 'q' })).toBe('/bench?robot=q&session=s');
  });

  it('keeps the part of the sheet behind everything else', () => {
    expect(addressWith('/bench#rest', present, {})).toBe('/bench?robot=r&route=a&session=s#rest');
    expect(addressWith('/bench#rest', new URLSearchParams(), {})).toBe('/bench#rest');
  });
});
