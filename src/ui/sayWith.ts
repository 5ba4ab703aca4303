import { createElement, Fragment, type ReactNode } from 'react';
import { inEnglish, isPlural, translated, type Plural } from '../core/language/say.ts';

/** Marks the place of a piece in a sentence, by characters that no text has. */
const place = (i: number) => `\uE000${i}\uE001`;
const PLACES = /\uE000(\d+)\uE001/;

function isPiece(value: unknown): boolean {
  return typeof value !== 'string' && typeof value !== 'number' && !isPlural(value);
}

/** A sentence with pieces of a page in it, such as a bold number: say`…` for those, in any language’s order. */
export function sayWith(
  parts: TemplateStringsArray,
  ...values: readonly (ReactNode | Plural)[]
): ReactNode {
  const told = translated(
    parts,
    values.map((value, i) => (isPiece(value) ? place(i) : value)),
  );
  const pieces =
    told === null
      ? parts.flatMap((part, i) =>
          i === 0 ? [part] : [inEnglish(values[i - 1]) as ReactNode, part],
        )
      : told
          .split(PLACES)
          .map((part, i) => (i % 2 === 0 ? part : (values[Number(part)] as ReactNode)));
  return createElement(Fragment, null, ...pieces);
}
