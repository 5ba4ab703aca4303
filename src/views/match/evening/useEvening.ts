import { useEffect, useState } from 'react';
import { z } from 'zod';

const eveningSchema = z.object({
  minutes: z.number().min(10).max(600),
  tables: z.number().int().min(1).max(4),
  people: z.string().max(200),
  /** When it began, ISO 8601; null before. */
  begunAt: z.string().nullable(),
});
export type EveningWish = z.infer<typeof eveningSchema>;

/** Ninety minutes at one table, until something else is said. */
const USUAL: EveningWish = { minutes: 90, tables: 1, people: '', begunAt: null };
/** The rest of an evening is planned again so often, ms; each verdict plans it at once. */
const LOOK_EVERY = 60_000;

/** What is said of tonight, kept in this browser. */
export function useEvening(matchId: string, people: string) {
  const key = `corvat-evening-${matchId}`;
  const [evening, setEvening] = useState(() => kept(key) ?? { ...USUAL, people });
  const [, look] = useState(0);
  useEffect(() => {
    if (evening.begunAt === null) return;
    const timer = setInterval(() => look((count) => count + 1), LOOK_EVERY);
    return () => clearInterval(timer);
  }, [evening.begunAt]);
  const keep = (next: EveningWish) => {
    setEvening(next);
    try {
      localStorage.setItem(key, JSON.stringify(next));
    } catch {
      // A full storage keeps no wish; the sheet goes on as it is.
    }
  };
  return {
    evening,
    change: (part: Partial<EveningWish>) => keep({ ...evening, ...part }),
    begin: () => keep({ ...evening, begunAt: new Date().toISOString() }),
    end: () => keep({ ...evening, begunAt: null }),
  };
}

/** Whole minutes of the evening that are left. */
export function minutesLeft({ minutes, begunAt }: EveningWish): number {
  if (begunAt === null) return minutes;
  const gone = (Date.now() - Date.parse(begunAt)) / 60_000;
  return Math.max(0, Math.round(minutes - gone));
}

function kept(key: string): EveningWish | null {
  try {
    const read = eveningSchema.safeParse(JSON.parse(localStorage.getItem(key) ?? 'null'));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
