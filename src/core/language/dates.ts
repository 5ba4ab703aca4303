import { intlFormatDistance } from 'date-fns';
import { ENGLISH, spoken } from './spoken.ts';

/** How a moment is written. Hours count to 24 in English too: a log is no appointment. */
const WAYS = {
  day: { day: 'numeric', month: 'short' },
  'whole day': { day: 'numeric', month: 'long' },
  'day and time': {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  },
  weekday: { weekday: 'long', day: 'numeric', month: 'long' },
  hour: { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' },
  time: { hour: '2-digit', minute: '2-digit', second: '2-digit', hourCycle: 'h23' },
} satisfies Record<string, Intl.DateTimeFormatOptions>;

/** Made once each: the platform takes longer to make one than to use it a thousand times. */
const formats = new Map<string, Intl.DateTimeFormat>();

/** The tag by which the platform knows the language; its English is the one that writes the day first. */
function tag(): string {
  const { language } = spoken();
  return language === ENGLISH ? 'en-GB' : language;
}

/** A moment in the reader’s language and time: “27 Nov, 14:05”. */
export function formatMoment(at: Date | string | number, way: keyof typeof WAYS): string {
  const key = `${tag()} ${way}`;
  const format = formats.get(key) ?? new Intl.DateTimeFormat(tag(), WAYS[way]);
  formats.set(key, format);
  return format.format(new Date(at));
}

/** How long ago something was: “3 days ago”. */
export function formatAgo(at: Date | string | number, now: number): string {
  // Of this second, or of a clock that is a little ahead, is a second ago and not “in 0 seconds”.
  const past = Math.min(new Date(at).getTime(), now - 1000);
  return intlFormatDistance(past, now, { locale: tag(), numeric: 'always' });
}
