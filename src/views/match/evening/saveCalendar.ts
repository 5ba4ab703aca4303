import type { MatchRecord } from '../../../contracts/matches.ts';
import type { PracticePlan } from '../../../core/match/practicePlan.ts';

/** An evening that has not begun begins at the next whole quarter of an hour, ms. */
const QUARTER = 15 * 60_000;

/** Saves an evening as a file that calendars open. */
export async function saveCalendar(
  plan: PracticePlan,
  { id, plan: { goal } }: MatchRecord,
  begunAt: string | null,
): Promise<void> {
  // Only who saves it needs the library.
  const { practiceCalendar } = await import('./practiceCalendar.ts');
  const now = Date.now();
  // What is planned of an evening that goes on begins now.
  const begins = begunAt === null ? QUARTER * Math.ceil(now / QUARTER) : now;
  const text = practiceCalendar(plan, { id, goal, begins });
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type: 'text/calendar' }));
  link.download = 'practice.ics';
  link.click();
  // The browser has taken it by the next turn.
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}
