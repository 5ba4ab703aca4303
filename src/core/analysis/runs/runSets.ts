import { say } from '../../language/say.ts';

/** What a run says of how it was made, for sorting runs into sets. */
export interface SortableRun {
  revisionNumber: number;
  sessionId: string;
  setupId: string;
  jig: boolean | null;
}

/** Runs that have something in common. */
export interface RunSet<Run extends SortableRun> {
  key: string;
  words: string;
  runs: Run[];
}

/**
 * The sets into which runs can be sorted for a comparison: by revision, session, setup and jig. A kind
 * of which there is only one set says nothing and is left out, except revisions.
 *
 * @param names words for a session and a setup by their identifiers
 */
export function runSets<Run extends SortableRun>(
  runs: readonly Run[],
  names: { session: (id: string) => string; setup: (id: string) => string },
): RunSet<Run>[] {
  const sorted = (
    kind: string,
    keyOf: (run: Run) => string | null,
    words: (run: Run) => string,
  ) => {
    const sets = new Map<string, RunSet<Run>>();
    for (const run of runs) {
      const key = keyOf(run);
      if (key === null) continue;
      const set = sets.get(key) ?? { key: `${kind} ${key}`, words: words(run), runs: [] };
      set.runs.push(run);
      sets.set(key, set);
    }
    return [...sets.values()];
  };
  const several = (sets: RunSet<Run>[]) => (sets.length > 1 ? sets : []);
  return [
    ...sorted(
      'revision',
      (run) => String(run.revisionNumber),
      (run) => say`revision ${run.revisionNumber}`,
    ),
    ...several(
      sorted(
        'session',
        (run) => run.sessionId,
        (run) => names.session(run.sessionId),
      ),
    ),
    ...several(
      sorted(
        'setup',
        (run) => run.setupId,
        (run) => names.setup(run.setupId),
      ),
    ),
    ...several(
      sorted(
        'jig',
        ({ jig }) => (jig === null ? null : String(jig)),
        ({ jig }) => (jig === true ? say`with jig` : say`without jig`),
      ),
    ),
  ];
}
