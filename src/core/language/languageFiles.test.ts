import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { languageFaults, languageFiles, LANGUAGES } from '../../../bin/languageFiles.ts';
import { messagesOf, messagesOfSource } from '../../../bin/messages.ts';

const fileOf = (name: string) =>
  JSON.parse(readFileSync(LANGUAGES + name, 'utf8')) as Record<string, string>;

describe('the message files', () => {
  const messages = messagesOfSource();

  it('have every sentence of the screens in English (npm run languages writes them)', () => {
    const english = fileOf('en.json');
    expect(Object.keys(english)).toEqual(messages);
    expect(Object.values(english)).toEqual(messages);
  });

  it.each(languageFiles())('%s lacks none, and each comes out whole', (name) => {
    expect(languageFaults(fileOf(name), messages)).toEqual([]);
  });
});

describe('a message file', () => {
  it('is told what it lacks, has too many, and where a sentence would lose a value', () => {
    const file = {
      'Turn {0}': 'Drehen',
      '{0, plural, one {# run} other {# runs}} of {1}':
        '{0, plural, one {# Lauf von {1}} other {# Läufe von {1}}}',
      Drove: 'Fuhr',
    };
    expect(
      languageFaults(file, ['Drive', 'Turn {0}', '{0, plural, one {# run} other {# runs}} of {1}']),
    ).toEqual(['missing: Drive', 'has the places none instead of 0: Turn {0}', 'not used: Drove']);
  });
});

describe('sentences of the source', () => {
  it('are found in TypeScript, with those within others, and in the markup of a page', () => {
    const script =
      "const a = say`Turn ${say`left`} by ${plural(n, '# degree', '# degrees')}`; const b = `no`;";
    expect(messagesOf('a.ts', script)).toEqual([
      'Turn {0} by {1, plural, one {# degree} other {# degrees}}',
      'left',
    ]);
    const page = '---\nconst x = 1;\n---\n<p>{say`One ${x} page`} and <b>{say`Print`}</b></p>';
    expect(messagesOf('a.astro', page)).toEqual(['One {0} page', 'Print']);
  });

  it('must have the forms of a plural where they stand', () => {
    expect(() => messagesOf('a.ts', 'say`${plural(n, one, other)}`')).toThrow(/a\.ts/);
  });
});
