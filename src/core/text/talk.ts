import { benchOf, type BenchKind } from '../benches/index.ts';
import { inSentence } from '../language/inSentence.ts';
import { plural, say } from '../language/say.ts';
import { formatNumber, formatQuantity } from '../mathematics/quantity.ts';
import { percent, rangeWords, verdictName } from './sentences.ts';
import type { Story, StoryChapter } from './story.ts';
import { trackLineWords } from './trackWords.ts';

/** A question that is likely to be asked, with the team’s own numbers as the answer. */
export interface QuestionCard {
  question: string;
  answer: string;
}

/** What a talk knows beside the story. */
export interface TalkSource {
  story: Story;
  /** Benches that were measured, with how often. */
  benches: ReadonlyMap<BenchKind, number>;
  /** Runs that a camera saw. */
  seen: number;
  /** Setups that were learned from runs. */
  learned: number;
  /** The match plan that has the route; null without one. */
  match: {
    name: string;
    routes: number;
    /** Points of each rehearsal, oldest first. */
    rehearsed: number[];
  } | null;
}

/** The questions that a team is likely to hear, with its own numbers: what it cannot answer yet is left out. */
export function questionCards(source: TalkSource): QuestionCard[] {
  const { story } = source;
  const driven = story.chapters.filter(({ verdict }) => verdict.runs > 0);
  const [first, last] = [driven[0], driven.at(-1)];
  if (first === undefined || last === undefined) return [];
  return [
    better(first, last),
    sure(last, story.goal),
    patience(driven),
    {
      question: say`What was the largest error, and how did you find it?`,
      answer: largest(driven),
    },
    ...sensors(source),
    ...promises(story),
    ...camera(source),
    ...learning(source),
    ...match(source),
    {
      question: say`What would you do with one more week?`,
      answer: say`What the verdict says next: ${verdictName(last.verdict.kind)}. ${last.headline}`,
    },
  ];
}

function better(first: StoryChapter, last: StoryChapter): QuestionCard {
  const tally = ({ verdict }: StoryChapter) => say`${verdict.hits} of ${verdict.runs}`;
  const question = say`How do you know whether it got better?`;
  if (first === last)
    return {
      question,
      answer: say`There is one revision so far: ${tally(last)} hit. The next one will be held against it.`,
    };
  const interval = ({ verdict }: StoryChapter) =>
    say`${formatNumber(100 * verdict.interval.low, 0)} to ${formatNumber(100 * verdict.interval.high, 0)} %`;
  return {
    question,
    answer: say`Revision ${first.number} hit ${tally(first)}: a true rate of ${interval(first)}. Revision ${last.number} hit ${tally(last)}: ${interval(last)}. We count hits, and give the interval with them.`,
  };
}

function sure({ verdict }: StoryChapter, goal: number): QuestionCard {
  return {
    question: say`How sure are you that it will work in the match?`,
    answer:
      verdict.now === null
        ? say`We have too few runs to say so.`
        : say`By where the last ${verdict.measured} runs lie, ${rangeWords(verdict.now)} will hit. We wanted ${percent(goal)}.`,
  };
}

function patience(driven: readonly StoryChapter[]): QuestionCard {
  const runs = driven.reduce((sum, { verdict }) => sum + verdict.runs, 0);
  return {
    question: say`Why did you not change something after every run?`,
    answer: say`Because correcting after single runs makes the spread larger. We drove ${plural(runs, '# run', '# runs')} with ${plural(driven.length, '# revision', '# revisions')}, and looked at the verdict before we changed a number.`,
  };
}

function largest(driven: readonly StoryChapter[]): string {
  const seen = driven.findLast((chapter) => chapter.seen !== null)?.seen;
  if (seen != null) return seen;
  const widest = driven.reduce((a, b) => (accuracy(b) > accuracy(a) ? b : a));
  return say`In revision ${widest.number} the runs lay ${formatQuantity(accuracy(widest), 'length', 0)} beside the middle. We measured where every run ended, and looked at the mean before we looked at the spread.`;
}

function accuracy({ verdict }: StoryChapter): number {
  return verdict.summary?.accuracy ?? 0;
}

function sensors({ benches }: TalkSource): QuestionCard[] {
  if (benches.size === 0) return [];
  const total = [...benches.values()].reduce((sum, count) => sum + count, 0);
  const names = [...benches.keys()].map((kind) => inSentence(benchOf(kind).name));
  return [
    {
      question: say`How did you use sensors and data?`,
      answer: say`We measured the robot ${plural(total, 'once', '# times')} before we trusted its numbers: ${names.join(', ')}. The program is written from these numbers.`,
    },
  ];
}

function promises({ track }: Story): QuestionCard[] {
  if (track.lines.length === 0) return [];
  return [
    {
      question: say`Did what you predicted come true?`,
      answer: track.lines.map(trackLineWords).join(' '),
    },
  ];
}

function camera({ seen }: TalkSource): QuestionCard[] {
  if (seen === 0) return [];
  return [
    {
      question: say`How do you measure without a ruler?`,
      answer: say`A camera over the table saw ${plural(seen, '# run', '# runs')} by printed tags, move by move: where each began, what each move did, and where it ended.`,
    },
  ];
}

function learning({ learned }: TalkSource): QuestionCard[] {
  if (learned === 0) return [];
  return [
    {
      question: say`What did the runs teach you about the robot itself?`,
      answer: say`${plural(learned, 'One setup', '# setups')} came out of the runs: all routes together showed which number of the robot was off, and all programs were written anew with it.`,
    },
  ];
}

function match({ match: plan }: TalkSource): QuestionCard[] {
  if (plan === null) return [];
  const { name, routes, rehearsed } = plan;
  const points = rehearsed.map((one) => formatNumber(one, 0)).join(', ');
  return [
    {
      question: say`Why do you run your routes in this order?`,
      answer: [
        say`“${name}” has ${plural(routes, '# route', '# routes')}. Each has its chance and its time from our own runs; our card says what to start with how many seconds left.`,
        ...(rehearsed.length === 0
          ? []
          : [
              say`We rehearsed it ${plural(rehearsed.length, 'once', '# times')}, for ${points} points.`,
            ]),
      ].join(' '),
    },
  ];
}
