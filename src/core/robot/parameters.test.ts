import { describe, expect, it } from 'vitest';
import { parametersSchema, STARTING_SETUP, withSetupValues } from './parameters.ts';

describe('the numbers of a robot', () => {
  it('start within their own limits', () => {
    expect(parametersSchema.parse(STARTING_SETUP)).toEqual(STARTING_SETUP);
  });

  it('that came later are at their start in setups from before', () => {
    const { rangeSide: _, motor, ...rest } = STARTING_SETUP;
    const { coasting: __, ...before } = motor;
    expect(parametersSchema.parse({ ...rest, motor: before })).toEqual(STARTING_SETUP);
    const { track: ___, ...drive } = STARTING_SETUP.drive;
    expect(parametersSchema.safeParse({ ...STARTING_SETUP, drive }).success).toBe(false);
  });

  it('are refused beyond their limits, and so is one that nobody knows', () => {
    const tooLate = withSetupValues(STARTING_SETUP, { 'gyro.latency': 0.5 });
    expect(parametersSchema.safeParse(tooLate).error?.issues[0]?.path).toEqual(['gyro', 'latency']);
    const more = { ...STARTING_SETUP, body: { ...STARTING_SETUP.body, height: 100 } };
    expect(parametersSchema.safeParse(more).success).toBe(false);
  });
});
