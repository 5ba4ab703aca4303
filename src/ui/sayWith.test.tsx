import { compileMessage } from '@lingui/message-utils/compileMessage';
import { render } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { provideConventions, USUAL_CONVENTIONS } from '../core/language/conventions.ts';
import { plural } from '../core/language/say.ts';
import { provideLanguages } from '../core/language/spoken.ts';
import { spokenBy } from '../core/language/translation.ts';
import { sayWith } from './sayWith.ts';

afterEach(() => {
  provideConventions(() => USUAL_CONVENTIONS);
  provideLanguages(() => null);
});

function Sentence({ runs }: { runs: number }) {
  return <p>{sayWith`${(<b>{runs}</b>)} ${plural(runs, 'run', 'runs')} of ${'Heron Hide'}`}</p>;
}

it('holds pieces of a page, in English as they stand', () => {
  const { container } = render(<Sentence runs={3} />);
  expect(container.innerHTML).toBe('<p><b>3</b> runs of Heron Hide</p>');
});

it('puts them where another language wants them, and leaves out none', () => {
  const texts = {
    '{0} {1, plural, one {run} other {runs}} of {2}':
      '{2}: {1, plural, one {Lauf} other {Läufe}}, {0}',
  };
  provideConventions(() => ({ ...USUAL_CONVENTIONS, language: 'de' }));
  const spoken = spokenBy({
    language: 'de',
    decimal: ',',
    thousands: '.',
    messages: Object.fromEntries(
      Object.entries(texts).map(([message, text]) => [message, compileMessage(text)]),
    ),
  });
  provideLanguages(() => spoken);
  const { container } = render(<Sentence runs={1} />);
  expect(container.innerHTML).toBe('<p>Heron Hide: Lauf, <b>1</b></p>');
});
