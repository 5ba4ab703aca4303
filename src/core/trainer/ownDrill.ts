import { verdictOf, type VerdictKind } from '../analysis/runs/verdict.ts';
import { measuredRuns, type LoggedRun } from '../analysis/runs/measured.ts';
import type { Zone } from '../field/field.ts';
import type { Checkpoint } from '../route/checkpoints.ts';

/** Runs of one evening and one revision, from which a student says what to do. */
export interface OwnDrill {
  id: string;
  route: string;
  revision: number;
  happenedAt: string;
  goal: number;
  zone: Zone;
  runs: { along: number; left: number; hit: boolean }[];
  /** What the sheets say after these runs. */
  verdict: VerdictKind;
  hits: number;
  /** Why the team changed it afterwards; null when it did not. */
  changed: string | null;
}

/** What a student answers: the verdicts, of which two come to the same. */
export const OWN_ANSWERS = ['aim', 'tighten', 'unstable', 'leave it', 'cannot tell'] as const;
export type OwnAnswer = (typeof OWN_ANSWERS)[number];

/** The fewest runs from which a drill is made. */
const FEWEST = 5;

/** Runs of one evening as a drill; null with too few of them. */
export function ownDrill(
  about: Pick<OwnDrill, 'id' | 'route' | 'revision' | 'goal' | 'changed'>,
  runs: readonly LoggedRun[],
  checkpoint: Checkpoint,
  ownZone: Zone,
): OwnDrill | null {
  const { runs: measured, ticks, zone } = measuredRuns(runs, checkpoint, ownZone);
  if (measured.length < FEWEST) return null;
  const verdict = verdictOf(measured, zone, about.goal, ticks);
  return {
    ...about,
    happenedAt: runs[0]!.happenedAt,
    zone,
    runs: measured.map(({ offset, hit }) => ({
      along: offset.along,
      left: offset.left,
      hit: hit ?? false,
    })),
    verdict: verdict.kind,
    hits: verdict.hits,
  };
}
