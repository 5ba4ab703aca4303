import type { Move } from './index.ts';

/** The members of a move side by side: `{ until: { kind: … } }` as `{ 'until.kind': … }`. */
export function flattened(move: Move): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(move).flatMap(([name, value]): [string, unknown][] =>
      typeof value === 'object' && value !== null
        ? Object.entries(value as object).map(([part, inner]) => [`${name}.${part}`, inner])
        : [[name, value]],
    ),
  );
}
