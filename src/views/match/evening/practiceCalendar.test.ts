import { describe, expect, it } from 'vitest';
import type { PracticePlan } from '../../../core/match/practicePlan.ts';
import { practiceCalendar } from './practiceCalendar.ts';

const PLAN: PracticePlan = {
  gain: 0,
  tables: [
    [
      { from: 0, minutes: 12, people: ['R', 'T'], job: { kind: 'rehearse' } },
      { from: 12, minutes: 10, people: [], job: { kind: 'rehearse' } },
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
    expect(text).toMatch(/SUMMARY:Rehearse the match \(R\\, T\)/);
    // Taken in again it changes the same entries.
    expect(text).toContain('UID:plan-1-1@corvat');
    expect(text.startsWith('BEGIN:VCALENDAR\r\n')).toBe(true);
  });

  it('refuses an evening with nothing in it', () => {
    const nothing = { gain: 0, tables: [[]] };
    expect(() => practiceCalendar(nothing, { id: 'plan', goal: 'mean', begins: 0 })).toThrow();
  });
});
