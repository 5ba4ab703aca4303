import type { BenchKind } from '../benches/index.ts';
import type { Field, Zone } from '../field/field.ts';
import { formatNumber } from '../mathematics/quantity.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { planDifferences } from '../route/revisionWords.ts';
import { checkpointsOf, type Checkpoint } from '../route/checkpoints.ts';
import { planFaults, type RoutePlan } from '../route/plan.ts';
import type { SeenRunMoves } from '../telemetry/seenRun.ts';
import { bySureness, moveDeviations } from '../analysis/moves/moveDeviations.ts';
import { deviationSentence } from './moveWords.ts';
import { comparedSets, FEWEST_TO_COMPARE } from '../analysis/runs/comparison.ts';
import { measuredRuns, type LoggedRun } from '../analysis/runs/measured.ts';
import { trackRecord, type TrackRecord } from '../analysis/promises/trackRecord.ts';
import type { Sources } from '../robot/sources.ts';
import { routePoints, type RoutePoints } from '../analysis/runs/points.ts';
import { checkPredictedEffect, type PredictedEffect } from '../analysis/runs/predictedEffect.ts';
import { comparisonWords, rangeWords, verdictWords } from './sentences.ts';
import { verdictOf, type Verdict } from '../analysis/runs/verdict.ts';
import { plural, say } from '../language/say.ts';

/** A run as its story needs it. */
export interface StoryRun extends LoggedRun {
  setupId: string;
  revisionNumber: number;
  sessionId: string;
  outcomes: readonly { modelId: string; hit: boolean; points: number | null }[];
}

/** What a story is told from. */
export interface StorySource {
  route: string;
  robot: string;
  field: string;
  /** Wanted chance to hit, 0 to 1. */
  goal: number;
  setup: RobotParameters;
  /** The newest drawing of the field. */
  drawing: Field;
  revisions: readonly {
    number: number;
    parent: number | null;
    origin: 'hand' | 'aim' | 'bench';
    reason: string;
    createdAt: string;
    plan: RoutePlan;
    promises: readonly PredictedEffect[];
  }[];
  setups: readonly {
    id: string;
    number: number;
    reason: string;
    createdAt: string;
    setup: RobotParameters;
    sources: Sources;
  }[];
  benches: readonly { number: number; kind: BenchKind; words: string; createdAt: string }[];
  sessions: readonly {
    id: string;
    title: string;
    startedAt: string;
    surface: string;
    people: string;
    note: string;
  }[];
  runs: readonly StoryRun[];
  /** Runs that a camera saw move by move, by the number of their revision. */
  seen: ReadonlyMap<number, readonly SeenRunMoves[]>;
}

/** One revision and what became of it. */
export interface StoryChapter {
  number: number;
  createdAt: string;
  /** What changed and why, in sentences. */
  why: string;
  changes: string[];
  verdict: Verdict;
  headline: string;
  /** Whether an aim kept what it promised; null when nothing was promised or it is too early. */
  promise: 'kept' | 'not kept' | null;
  /** Which move erred in the runs that a camera saw, in a sentence; null where none saw any. */
  seen: string | null;
}

interface StoryEvent {
  at: string;
  kind: 'revision' | 'setup' | 'bench' | 'session';
  title: string;
  says: string;
}

export interface Story {
  route: string;
  robot: string;
  field: string;
  goal: number;
  /** The whole of it in two sentences. */
  headline: string;
  reason: string;
  /** The checkpoint that the chapters are judged at. */
  checkpoint: { id: string; name: string; modelId: string } | null;
  chapters: StoryChapter[];
  points: RoutePoints;
  /** Of everything that was promised, how much came true. */
  track: TrackRecord;
  events: StoryEvent[];
}

const ORIGINS = {
  get hand() {
    return say`by hand`;
  },
  get aim() {
    return say`by an aim`;
  },
  get bench() {
    return say`by a bench`;
  },
};
/** Comparisons of a story deal the runs out so often, with this seed, and look at so many runs. */
const SEED = 3;
const COMPARED = 400;

/** Tells the story of a route: its revisions, benches, sessions and what the verdicts said. */
export function storyOf(source: StorySource): Story {
  const { revisions, runs, drawing, setup, goal } = source;
  const { models } = drawing;
  const checkpoint = checkpointsOf(revisions.at(-1)!.plan).at(-1) ?? null;
  const model = models.find(({ id }) => id === checkpoint?.modelId);
  const judgedAt = (of: readonly StoryRun[]) =>
    checkpoint === null || model === undefined ? null : measuredRuns(of, checkpoint, model.zone);
  const chapters = revisions.map((revision): StoryChapter => {
    const of = runs.filter(({ revisionNumber }) => revisionNumber === revision.number);
    const judged = judgedAt(of);
    const verdict = verdictOf(judged?.runs ?? [], judged?.zone ?? EMPTY_ZONE, goal, judged?.ticks);
    const promise = revision.promises.find(({ checkpointId }) => checkpointId === checkpoint?.id);
    const check =
      promise === undefined ? null : checkPredictedEffect(promise, verdict.summary).kind;
    const parent = revisions.find(({ number }) => number === revision.parent);
    return {
      number: revision.number,
      createdAt: revision.createdAt,
      why: `${revision.reason || say`No reason given`} (${ORIGINS[revision.origin]})`,
      changes: parent === undefined ? [] : planDifferences(parent.plan, revision.plan, setup),
      verdict,
      headline: verdictWords(verdict, goal, revision.plan, setup, null, []).headline,
      promise: check === null || check === 'too early' ? null : check,
      seen: seenWords(source, revision.number, revision.plan),
    };
  });
  const last = chapters.findLast(({ verdict }) => verdict.runs > 0);
  const lastRuns = runs.filter(
    (run) => run.setAside === null && run.revisionNumber === last?.number,
  );
  const visited = new Set(checkpointsOf(revisions.at(-1)!.plan).map(({ modelId }) => modelId));
  return {
    route: source.route,
    robot: source.robot,
    field: source.field,
    goal,
    ...words(source, chapters, (number) =>
      judgedAt(runs.filter(({ revisionNumber }) => revisionNumber === number)),
    ),
    checkpoint,
    chapters,
    points: routePoints(
      models.filter(({ id }) => visited.has(id)),
      lastRuns.map(({ outcomes }) => outcomes),
    ),
    track: trackOf(source, checkpoint, model?.zone ?? null),
    events: eventsOf(source, chapters),
  };
}

/** Which move erred most surely in the runs of a revision that a camera saw. */
function seenWords(
  { seen, drawing, setup }: StorySource,
  revision: number,
  plan: RoutePlan,
): string | null {
  const runs = seen.get(revision) ?? [];
  if (runs.length === 0 || planFaults(plan, drawing).length > 0) return null;
  const experiment = { plan, field: drawing, estimated: setup, trueParameters: setup };
  const [worst] = moveDeviations(experiment, runs)
    .filter(({ errs }) => errs)
    .toSorted(bySureness);
  return worst === undefined
    ? say`By camera, ${plural(runs.length, '# run', '# runs')}: no move errs by more than chance does.`
    : say`By camera, ${plural(runs.length, '# run', '# runs')}: ${deviationSentence(worst, plan, setup)}`;
}

/** What was promised at the checkpoint that the story is told of. */
function trackOf(
  { revisions, runs, setups, drawing, goal }: StorySource,
  checkpoint: Checkpoint | null,
  zone: Zone | null,
): TrackRecord {
  if (checkpoint === null || zone === null) return { lines: [], spreadFactor: null };
  const driven = revisions.map(({ number, plan, promises }) => ({
    plan,
    promises,
    runs: runs.filter(({ revisionNumber }) => revisionNumber === number).slice(-COMPARED),
  }));
  const byId = new Map(setups.map((one) => [one.id, one]));
  return trackRecord(driven, checkpoint, zone, goal, drawing, byId);
}

const EMPTY_ZONE: Zone = {
  target: { x: 0, y: 0, heading: 0 },
  shape: { kind: 'circle', radius: 1 },
  headingTolerance: null,
};

function words(
  { runs, sessions }: StorySource,
  chapters: readonly StoryChapter[],
  judged: (revision: number) => ReturnType<typeof measuredRuns> | null,
): Pick<Story, 'headline' | 'reason'> {
  const driven = chapters.filter(({ verdict }) => verdict.runs > 0);
  const [first, last] = [driven[0], driven.at(-1)];
  if (first === undefined || last === undefined) {
    return { headline: say`Not driven yet.`, reason: say`The story begins with the first run.` };
  }
  const evenings = sessions.filter(({ id }) => runs.some(({ sessionId }) => sessionId === id));
  const tally = ({ verdict }: StoryChapter) => say`${verdict.hits} of ${verdict.runs}`;
  const count = say`${runs.length} runs in ${plural(evenings.length, '# session', '# sessions')}`;
  if (first === last) {
    return { headline: say`${tally(last)} hit.`, reason: say`${count}, all of one revision.` };
  }
  const [before, after] = [judged(first.number)!, judged(last.number)!];
  const enough = Math.min(before.runs.length, after.runs.length) >= FEWEST_TO_COMPARE;
  const zone = before.headingJudged ? after.zone : before.zone;
  const offsets = (of: typeof before) => of.runs.slice(-COMPARED).map(({ offset }) => offset);
  const said = enough
    ? comparisonWords(
        comparedSets(offsets(before), offsets(after), zone, SEED),
        say`revision ${first.number}`,
        say`revision ${last.number}`,
      )
    : null;
  return {
    headline: say`From ${tally(first)} to ${tally(last)} hits.`,
    reason:
      say`${count} and ${driven.length} revisions. ${said === null ? '' : `${said.headline} ${said.reason}`}`.trim(),
  };
}

function eventsOf(source: StorySource, chapters: readonly StoryChapter[]): StoryEvent[] {
  const { revisions, setups, benches, sessions, runs } = source;
  const events: StoryEvent[] = [
    ...revisions.map(({ number, createdAt }): StoryEvent => {
      const chapter = chapters.find((one) => one.number === number)!;
      return {
        at: createdAt,
        kind: 'revision',
        title: say`Revision ${number}`,
        says: [`${chapter.why}.`, ...chapter.changes.slice(0, 4)].join(' '),
      };
    }),
    ...setups.map(({ number, createdAt, reason }): StoryEvent => ({
      at: createdAt,
      kind: 'setup',
      title: say`Setup ${number}`,
      says: reason || 'No reason given',
    })),
    ...benches.map(({ number, createdAt, words: said }): StoryEvent => ({
      at: createdAt,
      kind: 'bench',
      title: say`Bench record ${number}`,
      says: said,
    })),
    ...sessions.flatMap((session): StoryEvent[] => {
      const of = runs.filter(({ sessionId }) => sessionId === session.id);
      if (of.length === 0) return [];
      const aside = of.filter(({ setAside }) => setAside !== null);
      const numbers = [...new Set(of.map(({ revisionNumber }) => revisionNumber))].sort(
        (a, b) => a - b,
      );
      const parts = [
        say`${of.length} runs of revision ${numbers.join(say` and `)}`,
        ...(session.surface === '' ? [] : [session.surface]),
        ...(session.people === '' ? [] : [say`with ${session.people}`]),
        ...(aside.length === 0
          ? []
          : [
              say`${aside.length} set aside: ${[...new Set(aside.map(({ setAside }) => setAside))].join(', ')}`,
            ]),
        ...(session.note === '' ? [] : [session.note]),
      ];
      return [
        { at: session.startedAt, kind: 'session', title: session.title, says: parts.join('; ') },
      ];
    }),
  ];
  return events.sort((a, b) => a.at.localeCompare(b.at));
}

/** The figures of a chapter as one line. */
export function chapterFigures({ verdict }: StoryChapter): string {
  if (verdict.runs === 0) return say`not driven`;
  const { low, high } = verdict.interval;
  return say`${verdict.hits} of ${verdict.runs} hit; the true rate is between ${formatNumber(100 * low, 0)} and ${formatNumber(100 * high, 0)} %; by where they lie ${rangeWords(verdict.now)} hit`;
}
