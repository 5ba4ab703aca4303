import type { Learned } from '../analysis/learning/learn.ts';
import { learnedNumbers } from '../analysis/learning/learnedSetup.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { causeName, causeWords } from './numberWords.ts';
import { likelihood, type VerdictWords } from './sentences.ts';
import { plural, say } from '../language/say.ts';

/** A suspicion below this is not named. */
const WORTH_NAMING = 0.1;
/** From this on a suspicion is the first thing that is said. */
const LIKELY = 0.5;
const NAMED = 2;

/** What the runs teach of the robot, in a headline and a sentence. */
export function learnedWords(learned: Learned, setup: RobotParameters): VerdictWords {
  const suspects = learned.suspects.filter(({ chance }) => chance >= WORTH_NAMING).slice(0, NAMED);
  const parts = suspects.map(({ causes, chance }) => {
    const [first, ...alike] = causes as [(typeof causes)[number], ...(typeof causes)[number][]];
    const others = [...new Set(alike.map(({ cause }) => causeName(cause)))];
    const same =
      others.length === 0 ? '' : say` (or ${others.join(', ')}: these routes show them alike)`;
    return { words: `${causeWords(first.cause, first.ifAlone, setup)}${same}`, chance };
  });
  const [first, ...rest] = parts;
  const unseen = unseenWords(learned);
  if (first === undefined) {
    return {
      headline: say`After ${learned.runs} runs no number of the robot looks wrong.`,
      reason: say`It is ${likelihood(learned.nothing)} likely that none is off by more than was thought.${unseen}`,
    };
  }
  const likely = first.chance >= LIKELY;
  return {
    headline: `${likely ? say`Most likely` : say`Perhaps`} ${first.words}.`,
    reason: [
      learned.seen === 0
        ? say`That is ${likelihood(first.chance)} likely after ${learned.runs} runs.`
        : say`That is ${likelihood(first.chance)} likely after ${learned.runs} runs, ${learned.seen} of them seen move by move.`,
      ...(rest.length === 0
        ? []
        : [
            say`Or ${rest.map(({ words, chance }) => `${words}, ${likelihood(chance)}`).join('; or ')}.`,
          ]),
      say`It is ${likelihood(learned.nothing)} likely that nothing is off by more than was thought.${unseen}`,
    ].join(' '),
  };
}

/** What these routes do not show at all. */
function unseenWords(learned: Learned): string {
  const shown = new Set(learnedNumbers(learned).map(({ cause }) => cause));
  const names = new Set(
    learned.causes
      .filter(({ cause }) => !cause.startsWith('start.') && !shown.has(cause))
      .map(({ cause }) => causeName(cause)),
  );
  return names.size === 0
    ? ''
    : say` ${plural(names.size, '# number', '# numbers')} cannot be seen on these routes.`;
}
