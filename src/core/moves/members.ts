import { z } from 'zod';

/** mm, without a sign. */
export const length = z.number().min(0).max(20000);
/** mm/s, without a sign. */
export const speed = z.number().positive().max(5000);
/** rad, counter-clockwise positive. */
export const angle = z.number().min(-100).max(100);
/** Steering, with the unit of its move; null for what the robot's delays recommend. */
export const gain = z.number().nonnegative().max(1000).nullable().default(null);

export const sees = z.enum(['dark', 'light']);
export const wholeLength = z.strictObject({ kind: z.literal('length'), length });

/**
 * What every move that uses the motors says about its end: how the motors stop, and the s after which
 * the program gives up, null for a time that follows from the move. Moves from before there was a choice brake.
 */
export const ends = {
  stop: z.enum(['brake', 'hold', 'coast']).default('brake'),
  timeLimit: z.number().positive().max(60).nullable().default(null),
};

/**
 * A straight that is kept straight: by nothing, by comparing encoders, or by the gyro at a heading, rad
 * from the start heading; null keeps the present one. Gain in rad/s per rad of error; null takes the setup's.
 */
export const held = {
  speed,
  hold: z.enum(['none', 'encoders', 'gyro']),
  heading: angle.nullable(),
  gain,
  ...ends,
};

/** How a new move ends, and how a new straight is held. */
export const startingEnds = { stop: 'brake', timeLimit: null } as const;
export const startingHeld = {
  ...startingEnds,
  hold: 'gyro',
  heading: null,
  gain: null,
} as const;
