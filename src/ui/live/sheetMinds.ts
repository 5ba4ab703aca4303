import type { StageName } from '../../contracts/workflow.ts';

/** Changes after which a sheet shows something else than it did. Runs come to the Table by themselves. */
const MINDED: Readonly<Record<StageName, RegExp>> = {
  Today: /runs|revisions|routes|robots|fields|sessions|imports|kept|team/,
  Bench: /robots|imports|kept|team/,
  Route: /revisions|routes|setups|fields|imports|kept|team/,
  Table: /revisions|routes|robots\/\[id\]|fields|imports|kept|team/,
  Verdict: /runs|revisions|routes|setups|fields|imports|kept|team/,
  Match: /runs|revisions|routes|robots|fields|matches|imports|kept|team/,
  Files: /imports|copies|kept|robots$|routes$|fields$/,
};

/** Whether a sheet is another one after a change. */
export function sheetMinds(station: StageName, action: string): boolean {
  return MINDED[station].test(action) && !action.startsWith('GET');
}

/** Changes after which the bar may say something else. */
const BAR_MINDS = /^\w+ (runs|sessions|routes|robots|fields|matches|kept|imports|demo|team)\b/;

/** Whether the bar above every sheet may be another one after a change. */
export function barMinds(action: string): boolean {
  return BAR_MINDS.test(action);
}
