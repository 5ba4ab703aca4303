import type { MatchRecord } from '../../../contracts/matches.ts';
import type { PracticePlan } from '../../../core/match/practicePlan.ts';
import { saveFile } from '../../../ui/saveFile.ts';

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
  saveFile(new Blob([text], { type: 'text/calendar' }), 'practice.ics');
}
