/** What there is to translate: every say`…` of the source, as the message under which the message files keep it. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';
import { messageOf, type Plural } from '../src/core/language/say.ts';

const SOURCE = fileURLToPath(new URL('../src/', import.meta.url));
const TAGS = ['say', 'sayWith'];

/** All messages, by the alphabet. @throws the place of a plural whose forms do not stand there in letters */
export function messagesOfSource(): string[] {
  const found = new Set<string>();
  const files = readdirSync(SOURCE, { recursive: true, encoding: 'utf8' }).filter(
    (file) => /\.(tsx?|astro)$/.test(file) && !file.includes('.test.'),
  );
  for (const file of files) {
    for (const message of messagesOf(file, readFileSync(join(SOURCE, file), 'utf8'))) {
      found.add(message);
    }
  }
  return [...found].toSorted((a, b) => a.localeCompare(b, 'en'));
}

/** The messages of one file. */
export function messagesOf(file: string, text: string): string[] {
  const parts = file.endsWith('.astro') ? saidIn(text) : [text];
  return parts.flatMap((part) => {
    const source = ts.createSourceFile(
      'part.tsx',
      part,
      ts.ScriptTarget.Latest,
      true,
      ts.ScriptKind.TSX,
    );
    const found: string[] = [];
    const visit = (node: ts.Node) => {
      if (ts.isTaggedTemplateExpression(node) && TAGS.includes(node.tag.getText())) {
        found.push(messageOfTemplate(node.template, file));
      }
      ts.forEachChild(node, visit);
    };
    // Of a page’s markup only the sentence itself is TypeScript.
    visit(file.endsWith('.astro') ? source.statements[0]! : source);
    return found;
  });
}

/** The rest of a page from each say`…` on: a parser takes the first expression and leaves what follows. */
function saidIn(page: string): string[] {
  return [...page.matchAll(/\bsay`/g)].map(({ index }) => page.slice(index));
}

function messageOfTemplate(template: ts.TemplateLiteral, file: string): string {
  if (ts.isNoSubstitutionTemplateLiteral(template)) return messageOf([template.text], () => null);
  const { head, templateSpans } = template;
  return messageOf([head.text, ...templateSpans.map(({ literal }) => literal.text)], (place) =>
    formsOf(templateSpans[place]!.expression, file),
  );
}

/** The forms of `plural(count, 'one', 'other')`; null of any other value. */
function formsOf(value: ts.Expression, file: string): Pick<Plural, 'one' | 'other'> | null {
  if (!ts.isCallExpression(value) || value.expression.getText() !== 'plural') return null;
  const [, one, other] = value.arguments;
  if (
    one === undefined ||
    other === undefined ||
    !ts.isStringLiteral(one) ||
    !ts.isStringLiteral(other)
  ) {
    throw new Error(`${file}: the forms of a plural must stand in its place: ${value.getText()}`);
  }
  return { one: one.text, other: other.text };
}
