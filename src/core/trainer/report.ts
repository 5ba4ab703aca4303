import { benchOf } from '../benches/index.ts';
import type { Offset } from '../field/field.ts';
import { asBeginning } from '../language/inSentence.ts';
import { say } from '../language/say.ts';
import { degrees } from '../mathematics/angle.ts';
import { relativeTo } from '../mathematics/pose.ts';
import { formatNumber, formatQuantity } from '../mathematics/quantity.ts';
import { recommendedGain } from '../analysis/tuning/stabilityMap.ts';
import { numberEntryOf, setupValue, unsureOf } from '../robot/parameters.ts';
import { nominalRun, startPose } from '../simulation/run.ts';
import { learnedWords } from '../text/learnedWords.ts';
import { deviationSentence } from '../text/moveWords.ts';
import { causeName } from '../text/numberWords.ts';
import { sourceWords, verdictWords } from '../text/sentences.ts';
import { adviceOn } from './advice.ts';
import type { BenchOutcome } from './benchTrials.ts';
import { RUNS } from './costs.ts';
import type { Drill } from './drill.ts';
import type { DrivenRuns } from './drivenRuns.ts';
import type { DrillBench, Level, Look, Step } from './world.ts';
import { signsOf, type DrillKnown } from './follow.ts';
import { becauseWords, lookWords, stepWords } from './stepWords.ts';
import type { Signs } from './signs.ts';
import { APPROACH, APPROACH_DISTANCE, GOAL, ROUTE, SETUP, YARD } from './yard.ts';

/** What one step brought to light, as a sheet says it. */
export interface EvidenceWords {
  title: string;
  headline: string;
  sentences: string[];
  /** Lines of the program, where it was read. */
  code: string[];
  /** Numbers of a bench beside those of the setup; off null where the level does not say. */
  figures: { name: string; believed: string; found: string; off: boolean | null }[];
}

/** All that is shown of a drill. */
export interface DrillReport {
  minutes: number;
  runsLeft: number;
  /** The way that was planned, mm. */
  planned: { x: number; y: number }[];
  runs: { offset: Offset; hit: boolean; track: { x: number; y: number }[] }[];
  /** Of every step, in their order; of the runs only as all of them say. */
  evidence: EvidenceWords[];
  /** What the sheets say to do next; null where the level does not say. */
  hint: { why: string; what: string } | null;
}

/** What the sheets say of a drill so far; the harder the level, the less of it. */
export function drillReport(drill: Drill, known: DrillKnown, steps: readonly Step[]): DrillReport {
  const { level } = drill;
  const { runs } = known.driven;
  const signs = signsOf(known);
  const lastDrive = steps.findLastIndex((step) => step.do === 'drive');
  return {
    minutes: known.minutes,
    runsLeft: RUNS[level] - runs.length,
    planned: plannedTrack(),
    runs: runs.map(({ offset, hit, track }) => ({ offset, hit, track })),
    evidence: steps.flatMap((step, i) => {
      if (step.do === 'drive') return i === lastDrive ? [drivenWords(known.driven, level)] : [];
      return [
        step.do === 'bench'
          ? benchWords(step.bench, signs, known, level)
          : lookedWords(step.at, known),
      ];
    }),
    hint: level === 1 ? hintOf(signs) : null,
  };
}

function plannedTrack(): DrillReport['planned'] {
  const robots = { estimated: SETUP, trueParameters: SETUP };
  return nominalRun({ plan: ROUTE, field: YARD, ...robots }).trace.map(({ x, y }) => ({ x, y }));
}

function hintOf(signs: Signs): DrillReport['hint'] {
  const advice = adviceOn(signs);
  if (advice === null) return null;
  return 'found' in advice
    ? { why: say`The evidence is there.`, what: say`Name the fault` }
    : {
        why: becauseWords(advice.because),
        what: stepWords(advice.step, signs.driven.runs.length),
      };
}

/** What the runs say: the verdict, what gave up, moves that err, and what all runs together point at. */
function drivenWords(driven: DrivenRuns, level: Level): EvidenceWords {
  const { runs, verdict, believed } = driven;
  const { headline, reason } = verdictWords(verdict, GOAL, ROUTE, believed, null, []);
  const [first, last] = [runs[0]!, runs.at(-1)!];
  const sentences = [
    reason,
    ...gaveUpWords(driven),
    ...(driven.snakes
      ? [
          say`In straights that the gyro holds its heading goes to and fro by ${formatNumber(degrees(Math.max(...runs.map(({ swing }) => swing))), 0)}°.`,
        ]
      : []),
    // A robot that gave up is elsewhere afterwards, which says nothing of its numbers.
    ...(driven.givesUp === null
      ? driven.erring.map((deviation) => deviationSentence(deviation, ROUTE, believed))
      : []),
    ...(driven.spreadsMore === null || level === 3
      ? []
      : [
          say`${asBeginning(sourceWords(driven.spreadsMore))} varies ${formatNumber(driven.sources[0]!.factor.value, 1)} times as much as is assumed.`,
        ]),
    ...(driven.givesUp === null && driven.learned !== null && level < 3
      ? [learnedWords(driven.learned, believed).headline]
      : []),
    say`The battery had ${formatQuantity(first.battery, 'voltage', 1)} before the first run and ${formatQuantity(last.battery, 'voltage', 1)} before the last.`,
  ];
  return { title: say`Runs 1 to ${runs.length}`, headline, sentences, code: [], figures: [] };
}

function gaveUpWords({ runs, givesUp }: DrivenRuns): string[] {
  if (givesUp === null) return [];
  const { moveId, share } = givesUp;
  const position = ROUTE.moves.findIndex(({ id }) => id === moveId);
  return [
    say`Move ${position + 1} gave up by its time limit in ${Math.round(share * runs.length)} of ${runs.length} runs.`,
  ];
}

/** What a bench says beside the setup. */
function benchWords(
  kind: DrillBench,
  signs: Signs,
  { benches, world: { believed } }: DrillKnown,
  level: Level,
): EvidenceWords {
  const outcome = benches.get(kind) ?? null;
  const paths = outcome === null ? [] : shownPaths(Object.keys(outcome.findings));
  const figures = paths.map((path) => {
    const { value, spread } = outcome!.findings[path]!;
    const { kind: of, digits } = numberEntryOf(path);
    const text = (one: number | boolean) =>
      typeof one === 'boolean'
        ? one
          ? say`right is positive`
          : say`left is positive`
        : formatQuantity(one, of, digits);
    const found = value as number | boolean;
    const margin =
      typeof found === 'number' && spread !== undefined
        ? ` ± ${formatQuantity(2 * spread, of, digits)}`
        : '';
    return {
      name: causeName(path),
      believed: text(setupValue(believed, path)),
      found: `${text(found)}${margin}`,
      off: level === 3 ? null : signs.isOff(kind, path),
    };
  });
  const off = figures.filter((one) => one.off === true).length;
  const headline =
    outcome === null
      ? say`Nothing could be read.`
      : level === 3
        ? say`Compare it with the setup.`
        : off > 0
          ? say`The setup says otherwise.`
          : say`It is as the setup says.`;
  const odd = signs.unitIsOdd && kind === 'range' && level < 3;
  return {
    title: benchOf(kind).name,
    headline,
    sentences: odd ? [say`Two other sensors of the kind read otherwise than this one.`] : [],
    code: [],
    figures: kind === 'range' ? [...figures, ...otherUnits(outcome)] : figures,
  };
}

/** The other sensors that were held against the tape. */
function otherUnits(outcome: BenchOutcome | null): EvidenceWords['figures'] {
  return (outcome?.otherOffsets ?? []).map((offset, i) => ({
    name: say`another one of the kind, ${i + 2}`,
    believed: '',
    found: formatQuantity(offset, 'length', 1),
    off: null,
  }));
}

/** Numbers that a setup is unsure of, and switches; how far readings spread is no fault of a drill. */
function shownPaths(paths: readonly string[]): string[] {
  return paths.filter((path) => {
    const unsure = unsureOf(path);
    return (
      path === 'gyro.rightPositive' ||
      path === 'light.threshold' ||
      (unsure !== null && !unsure.share)
    );
  });
}

/** What one sees where one looks. */
function lookedWords(at: Look, known: DrillKnown): EvidenceWords {
  return { title: lookWords(at), code: [], figures: [], ...LOOKED[at](known) };
}

const length = (value: number) => formatQuantity(value, 'length', 0);

const LOOKED: Record<
  Look,
  (known: DrillKnown) => Pick<EvidenceWords, 'headline' | 'sentences'> & Partial<EvidenceWords>
> = {
  program: ({ world: { asksForEquality, believed } }) => ({
    headline: say`Three loops wait for something.`,
    sentences: [],
    code: [
      'while turned < 90 - lead: …',
      `while light > ${Math.round(100 * believed.light.threshold)}: …`,
      `while distance ${asksForEquality ? '!=' : '>'} ${APPROACH_DISTANCE}: …`,
    ],
  }),
  gains: ({ world: { believed } }) => ({
    headline: say`The gyro hold steers by ${formatNumber(believed.program.headingGain, 0)} °/s per °.`,
    sentences: [
      say`For the delays of this robot the tuning sheet recommends ${formatNumber(recommendedGain(believed, 'gyro', APPROACH.speed), 0)} °/s per °.`,
    ],
  }),
  robot: ({ world: { truth, believed } }) => {
    const placed = (ahead: number) =>
      ahead >= 0 ? say`${length(ahead)} ahead of the axle` : say`${length(-ahead)} behind the axle`;
    return {
      headline: say`The light sensor sits ${placed(truth.light.firstX)}.`,
      sentences: [
        say`The setup says ${placed(believed.light.firstX)}.`,
        say`The range sensor sits ${placed(truth.range.x)}; the setup says ${placed(believed.range.x)}.`,
      ],
    };
  },
  floor: (known) =>
    signsOf(known).isDusty
      ? { headline: say`The tyres are grey, and a finger leaves a line on the mat.`, sentences: [] }
      : { headline: say`Mat and tyres are clean.`, sentences: [] },
  start: ({ driven: { runs } }) => {
    const stood = runs.map(({ seen }) => relativeTo(startPose(ROUTE, YARD), seen.start));
    if (stood.length === 0) {
      return { headline: say`No run yet.`, sentences: [] };
    }
    const away = Math.max(...stood.map(({ x, y }) => Math.hypot(x, y)));
    const turned = Math.max(...stood.map(({ heading }) => Math.abs(heading)));
    return {
      headline: say`Up to ${length(away)} and ${formatNumber(degrees(turned), 1)}° beside its marks.`,
      sentences: [say`With care it stands within 3 mm and 1°.`],
    };
  },
  battery: ({ driven: { runs }, world: { believed } }) => ({
    headline:
      runs.length === 0
        ? say`It is full.`
        : say`${formatQuantity(runs.at(-1)!.battery, 'voltage', 1)} before the last run.`,
    sentences: [say`It was measured at ${formatQuantity(believed.battery.voltage, 'voltage', 1)}.`],
  }),
};
