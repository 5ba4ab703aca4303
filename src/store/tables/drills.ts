import { double, flag, id, instant, integer, table, textUpTo } from './columns.ts';

/** Drills of the trainer, by initials. */
export const drills = table('drills', {
  id,
  initials: textUpTo(4),
  level: integer,
  fault: textUpTo(40),
  causeFound: flag,
  cureFound: flag,
  minutes: double,
  happenedAt: instant,
});
