import { createEvents, type EventAttributes } from 'ics';
import type { MatchGoal } from '../../../core/match/match.ts';
import type { PracticePlan } from '../../../core/match/practicePlan.ts';
import { crewWords, jobWords } from '../../../core/text/matchWords.ts';
import { say } from '../../../core/language/say.ts';

/** What a calendar says of an evening beside its plan. */
export interface CalendarOf {
  /** Names the evening, so that a calendar that takes it in again changes its entries. */
  id: string;
  goal: MatchGoal;
  /** When it begins, ms since 1970. */
  begins: number;
}

/** An evening as an iCalendar file (RFC 5545): an entry a job, with who does it and what it should bring. */
export function practiceCalendar(
  { tables }: PracticePlan,
  { id, goal, begins }: CalendarOf,
): string {
  const events = tables.flatMap((lane, table) =>
    lane.map(({ from, minutes, people, job }, number): EventAttributes => {
      const { what, how, gain } = jobWords(job, goal);
      return {
        uid: `${id}-${table + 1}-${number + 1}@corvat`,
        productId: '-//Corvat//practice//EN',
        start: Math.round(begins + from * 60_000),
        startInputType: 'utc',
        startOutputType: 'utc',
        duration: { minutes: Math.max(1, Math.round(minutes)) },
        title: people.length === 0 ? what : `${what} (${crewWords(people)})`,
        description: gain === '' ? how : `${how} ${gain}`,
        ...(tables.length > 1 && { location: say`Table ${table + 1}` }),
      };
    }),
  );
  const { error, value } = createEvents(events);
  if (!value) throw error ?? new Error('The calendar came out empty.');
  return value;
}
