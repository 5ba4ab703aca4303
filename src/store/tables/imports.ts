import { document, id, instant, optional, table, text, textOf, type RowOf } from './columns.ts';

/** Identifiers of everything that an import made, by table. */
export type Made = Partial<
  Record<
    | 'robots'
    | 'setups'
    | 'benchRecords'
    | 'fields'
    | 'fieldRevisions'
    | 'routes'
    | 'revisions'
    | 'sessions'
    | 'runs'
    | 'telemetry'
    | 'matches'
    | 'rehearsals',
    string[]
  >
>;

export const imports = table('imports', {
  id,
  sha256: textOf(64),
  sentence: text,
  made: document<Made>(),
  createdAt: instant,
  undoneAt: optional(instant),
});
export type ImportRow = RowOf<typeof imports.columns>;
