import { benchOf } from '../benches/index.ts';
import { inSentence } from '../language/inSentence.ts';
import { plural, say } from '../language/say.ts';
import { titlesOf } from '../route/titles.ts';
import { causeName } from '../text/numberWords.ts';
import type { Because } from './advice.ts';
import type { Look, Step } from './world.ts';
import { ROUTE, SETUP } from './yard.ts';

/** A step as a button says it. */
export function stepWords(step: Step, driven: number): string {
  switch (step.do) {
    case 'drive':
      return say`Drive ${plural(step.runs - driven, '# run', '# runs')}`;
    case 'bench':
      return benchOf(step.bench).name;
    case 'look':
      return lookWords(step.at);
  }
}

/** A place to look at. */
export function lookWords(at: Look): string {
  const words: Record<Look, () => string> = {
    program: () => say`Read the program`,
    gains: () => say`Compare the gains`,
    robot: () => say`Hold a ruler to the robot`,
    floor: () => say`Look at mat and tyres`,
    start: () => say`Watch how it is put down`,
    battery: () => say`Read the battery`,
  };
  return words[at]();
}

/** Why a step comes next, in one sentence. */
export function becauseWords(because: Because): string {
  switch (because.sign) {
    case 'few runs':
      return say`With fewer than five runs nothing can be said.`;
    case 'gives up':
      return say`${moveWords(because.moveId)} gives up by its time limit every time: it waits for what never comes.`;
    case 'gives up sometimes':
      return say`${moveWords(because.moveId)} gives up in some runs and not in others: on the same table that is the program.`;
    case 'follows':
      return say`The runs follow something; look what changed with them.`;
    case 'battery falls':
      return say`The battery fell from run to run.`;
    case 'snakes':
      return say`It snakes in the straights that the gyro holds.`;
    case 'learned':
      return say`All runs together point at ${causeName(because.cause)}.`;
    case 'move errs':
      return say`${moveWords(because.moveId)} goes otherwise than planned.`;
    case 'spread':
      return say`The runs spread more than is assumed.`;
    case 'gyro unchecked':
      return say`Nothing says what it is: the gyro is checked at rest first, because it takes a minute.`;
    case 'nothing yet':
      return say`Nothing points anywhere yet: what is quick comes first.`;
  }
}

function moveWords(moveId: string): string {
  const position = ROUTE.moves.findIndex(({ id }) => id === moveId);
  return say`Move ${position + 1}, ${inSentence(titlesOf(ROUTE.moves, SETUP)[position]!.title)},`;
}
