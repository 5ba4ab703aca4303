import type { Measurement } from '../analysis/unknowns/measureNext.ts';
import { causeName } from './numberWords.ts';
import { percent, type VerdictWords } from './sentences.ts';
import { inSentence } from '../language/inSentence.ts';
import { plural, say } from '../language/say.ts';

/** What is worth measuring next on a route, in a headline and the reason in one sentence. */
export function measureWords(ranked: readonly Measurement[], route: string): VerdictWords {
  const [first] = ranked;
  if (first === undefined) {
    return {
      headline: say`Nothing to measure: practise.`,
      reason: say`No bench would lift the chance on ${route} by a point: what is left varies from run to run.`,
    };
  }
  const gain = say`from ${percent(first.before)} to ${percent(first.after)} in ${minutesWords(first)}`;
  if (first.what === 'practice') {
    return {
      headline: say`Nothing to measure: practise.`,
      reason: say`Ten runs of ${route} and an aim take the chance ${gain}, more for a minute than any bench.`,
    };
  }
  return {
    headline: say`Measure next: ${inSentence(first.name)}.`,
    reason: say`It takes the chance on ${route}, once aimed, ${gain}: ${first.about === null ? say`what it tells` : causeName(first.about)} is not known well enough.`,
  };
}

/** How long it takes, in words. */
export function minutesWords({ minutes }: Pick<Measurement, 'minutes'>): string {
  const whole = Math.max(1, Math.round(minutes));
  return say`${plural(whole, '# minute', '# minutes')}`;
}
