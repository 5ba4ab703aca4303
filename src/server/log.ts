import pino from 'pino';

/**
 * What went wrong inside, for whoever looks after this Corvat: lines of JSON in the file that
 * CORVAT_LOG names, or on standard error. It names no people and no contents.
 */
export const log = pino(
  { base: null, timestamp: pino.stdTimeFunctions.isoTime },
  pino.destination({ dest: process.env['CORVAT_LOG'] ?? 2, sync: true, mkdir: true }),
);
