import { compileMessage } from '@lingui/message-utils/compileMessage';
import { afterEach, describe, expect, it } from 'vitest';
import { formatCount, formatFixed, formatNumber, parseQuantity } from '../mathematics/quantity.ts';
import { provideConventions, USUAL_CONVENTIONS } from './conventions.ts';
import { formatAgo, formatMoment } from './dates.ts';
import { asBeginning, inSentence } from './inSentence.ts';
import { memberWord, memberWords } from './memberWords.ts';
import { messageOf, plural, say } from './say.ts';
import { provideLanguages } from './spoken.ts';
import { spokenBy } from './translation.ts';

/** Speaks a language that knows these sentences. */
function speak(language: string, texts: Record<string, string>): void {
  provideConventions(() => ({ ...USUAL_CONVENTIONS, language }));
  const spoken = spokenBy({
    language,
    decimal: ',',
    thousands: '.',
    messages: Object.fromEntries(
      Object.entries(texts).map(([message, text]) => [message, compileMessage(text)]),
    ),
  });
  provideLanguages((wanted) => (wanted === language ? spoken : null));
}

// Other files of this run share these modules.
afterEach(() => {
  provideConventions(() => USUAL_CONVENTIONS);
  provideLanguages(() => null);
});

const left = (runs: number) => say`${plural(runs, 'One run is', '# runs are')} left at ${'home'}.`;

describe('a sentence', () => {
  it('stands in English as it is written', () => {
    expect([0, 1, 12].map(left)).toEqual([
      '0 runs are left at home.',
      'One run is left at home.',
      '12 runs are left at home.',
    ]);
  });

  it('is known to the message files by its text, its places and the forms of its plurals', () => {
    const forms = { one: 'One run is', other: '# runs are' };
    expect(messageOf(['', ' left at ', '.'], (place) => (place === 0 ? forms : null))).toBe(
      '{0, plural, one {One run is} other {# runs are}} left at {1}.',
    );
    // A brace of the text is no place.
    expect(messageOf(['write {"n": 1}'], () => null)).toBe(`write '{'"n": 1'}'`);
  });

  it('takes the order and the forms of another language', () => {
    // Polish has a form for one, one for 2 to 4, and one for more.
    speak('pl', {
      '{0, plural, one {One run is} other {# runs are}} left at {1}.':
        'W {1}: {0, plural, one {# przejazd} few {# przejazdy} many {# przejazdów} other {# przejazdu}}.',
    });
    expect([1, 3, 12, 22].map(left)).toEqual([
      'W home: 1 przejazd.',
      'W home: 3 przejazdy.',
      'W home: 12 przejazdów.',
      'W home: 22 przejazdy.',
    ]);
  });

  it('stays English where a language lacks it, and in a language that nobody brought', () => {
    speak('de', { 'Turn {0}': '{0} drehen' });
    expect([say`Turn ${'right'}`, say`Drive ${12}`]).toEqual(['right drehen', 'Drive 12']);
    provideConventions(() => ({ ...USUAL_CONVENTIONS, language: 'fr' }));
    expect(say`Turn ${'right'}`).toBe('Turn right');
  });

  it('is asked for when it is read, not when the module was loaded', () => {
    const move = {
      get name() {
        return say`Turn`;
      },
    };
    expect(move.name).toBe('Turn');
    speak('de', { Turn: 'Drehen' });
    expect(move.name).toBe('Drehen');
  });
});

describe('words of what is stored', () => {
  it('are those of its kinds; what people wrote stays as it is, whatever it is', () => {
    expect(['stopEarly', 'pivot-left', 'constructor', 'furlong'].map(memberWord)).toEqual([
      'stop early by',
      'pivot left',
      'constructor',
      'furlong',
    ]);
    expect(memberWords('ask.nearerThan')).toBe('ask nearer than');
  });
});

describe('numbers and times', () => {
  it('have the marks of the language, and are read back with a comma or a point', () => {
    const shown = () => [formatNumber(-1234.56, 1), formatFixed(2, 2), formatCount(1234567)];
    expect(shown()).toEqual(['−1234.6', '2.00', '1,234,567']);
    speak('de', {});
    expect(shown()).toEqual(['−1234,6', '2,00', '1.234.567']);
    for (const text of ['12,5 cm', '12.5 cm']) {
      expect(parseQuantity(text, 'length')).toEqual({ ok: true, value: 125 });
    }
  });

  it('are written by the calendar of the language', () => {
    const at = new Date(2026, 10, 5, 9, 7, 3);
    const shown = () => [
      formatMoment(at, 'day and time'),
      formatMoment(at, 'weekday'),
      formatAgo(at, at.getTime() + 3 * 86_400_000),
      formatAgo(at, at.getTime() + 60_000),
      formatAgo(at, at.getTime() - 300),
    ];
    expect(shown()).toEqual([
      '5 Nov, 09:07',
      'Thursday 5 November',
      '3 days ago',
      '1 minute ago',
      '1 second ago',
    ]);
    speak('de', {});
    expect(shown()).toEqual([
      '5. Nov., 09:07',
      'Donnerstag, 5. November',
      'vor 3 Tagen',
      'vor 1 Minute',
      'vor 1 Sekunde',
    ]);
  });

  it('and names stand small within a sentence in English only', () => {
    expect([inSentence('Turn'), asBeginning('the wheels')]).toEqual(['turn', 'The wheels']);
    speak('de', {});
    expect(inSentence('Drehung')).toBe('Drehung');
  });
});
