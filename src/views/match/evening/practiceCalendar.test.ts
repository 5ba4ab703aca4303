import { describe, expect, it } from 'vitest';
import type { PracticePlan } from '../../../core/match/practicePlan.ts';
import { practiceCalendar } from './practiceCalendar.ts';

const PLAN: PracticePlan = {
  gain: 0,
  tables: [
    [
      { from: 0, minutes: 12, people: ['R', 'T'], job: { kind: 'rehearse', times: 1 } },
      { from: 12, minutes: 10, people: [], job: { kind: 'rehearse', times: 1 } },
    ],
  ],
};

describe('the calendar of an evening', () => {
  it('has an entry a job, at its time, with who does it', () => {
    const begins = Date.UTC(2026, 10, 26, 17, 30);
    const text = practiceCalendar(PLAN, { id: 'plan', goal: 'mean', begins });
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(2);
    expect(text).toContain('DTSTART:20261126T173000Z');
    expect(text).toContain('DTSTART:20261126T174200Z');
    expect(text).toContain('DURATION:PT12M');
    expect(text).toMatch(/SUMMARY:Rehearse the match once \(R drives\\, T at the log\)/);
    // Taken in again it changes the same entries.
    expect(text).toContain('UID:plan-1-1@corvat');
    expect(text.startsWith('BEGIN:VCALENDAR\r\n')).toBe(true);
  });

  it('is a calendar without entries where nothing is done', () => {
    const nothing = { gain: 0, tables: [[]] };
    const text = practiceCalendar(nothing, { id: 'plan', goal: 'mean', begins: 0 });
    expect(text.startsWith('BEGIN:VCALENDAR\r\n')).toBe(true);
    expect(text).not.toContain('VEVENT');
  });
});
