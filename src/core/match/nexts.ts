import { routesIn, talliesOf, type Tally } from './match.ts';
import { plannedMatch, sharedModels } from './plannedMatch.ts';
import { matchPolicy } from './policy.ts';
import { sourcesOf, type MatchQuestion } from './matchSummary.ts';

/** Where a rehearsal stands. */
export interface RehearsalStanding {
  /** Entries that were run, and the last of them. */
  done: string[];
  last: string | null;
  /** Models that were reached, each once, with what they brought. */
  reached: { modelId: string; points: number }[];
}

/** The entry to start next, or null to stop, by whole seconds that are left. */
export function nextBySeconds(
  question: MatchQuestion,
  { done, last, reached }: RehearsalStanding,
): (string | null)[] {
  const sources = sourcesOf(question);
  const match = plannedMatch(sources);
  const policy = matchPolicy(match, question.plan.goal);
  const places = match.routes.map(({ id }) => id);
  const bits = sharedModels(sources);
  const set = places.reduce((all, id, r) => (done.includes(id) ? all | (1 << r) : all), 0);
  const tally = nearest(
    talliesOf(routesIn(match.routes, set)),
    reached.reduce(
      (sum, { modelId, points }): Tally =>
        bits.includes(modelId)
          ? { ...sum, marks: sum.marks | (1 << bits.indexOf(modelId)) }
          : { ...sum, points: sum.points + points },
      { points: 0, marks: 0 },
    ),
  );
  const place = last === null ? match.routes.length : places.indexOf(last);
  return Array.from({ length: match.seconds + 1 }, (_, left) => {
    const { next } = policy.choiceAt({
      done: set,
      last: place,
      left,
      marks: tally.marks,
      points: policy.keepsPoints ? tally.points : 0,
    });
    return places[next] ?? null;
  });
}

/** Of what may come about the nearest to what did: what nobody has seen yet may happen all the same. */
function nearest(known: readonly Tally[], wanted: Tally): Tally {
  const distance = ({ points, marks }: Tally) =>
    Math.abs(points - wanted.points) + 1000 * bitsOf(marks ^ wanted.marks);
  return known.reduce((best, one) => (distance(one) < distance(best) ? one : best));
}

function bitsOf(set: number): number {
  let count = 0;
  for (let rest = set; rest !== 0; rest &= rest - 1) count++;
  return count;
}
