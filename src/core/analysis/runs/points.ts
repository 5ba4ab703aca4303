import { wilsonInterval } from '../../mathematics/wilson.ts';

/** What a run brought at one model. */
export interface ScoredOutcome {
  modelId: string;
  hit: boolean;
  /** Points that were given when they are not the model's all or nothing. */
  points: number | null;
}

/** Chance and points to expect of one model. */
interface ModelPoints {
  modelId: string;
  name: string;
  /** Points of a full hit. */
  full: number;
  tries: number;
  hits: number;
  chance: number;
  chanceLow: number;
  chanceHigh: number;
  /** Points of a run on average, with its 95 % interval. */
  expected: number;
  low: number;
  high: number;
}

/** Points to expect of a route. */
export interface RoutePoints {
  models: ModelPoints[];
  expected: number;
  low: number;
  high: number;
  /** Points of a run in which everything hits. */
  full: number;
}

/**
 * Chance and expected points of each model that a route visits, and of the route. Partial points count as
 * their share of the full ones: Wilson's interval of that share is on the safe side, because a share varies less
 * than a yes or no. The sum takes the models' intervals together as they go together in the runs (the
 * method of variance estimates recovery; G. Y. Zou, Statistical Methods in Medical Research 2010).
 *
 * @param runs outcomes of each run that counts
 */
export function routePoints(
  models: readonly { id: string; name: string; points: number }[],
  runs: readonly (readonly ScoredOutcome[])[],
): RoutePoints {
  const columns = models.map((model) =>
    runs.map((outcomes) => {
      const outcome = outcomes.find(({ modelId }) => modelId === model.id);
      return outcome === undefined ? null : { hit: outcome.hit, share: shareOf(outcome, model) };
    }),
  );
  const found = models.map((model, m): ModelPoints => {
    const tried = columns[m]!.filter((one) => one !== null);
    const hits = tried.filter(({ hit }) => hit).length;
    const chance = wilsonInterval(hits, tried.length);
    const total = tried.reduce((sum, { share }) => sum + share, 0);
    const share = wilsonInterval(total, tried.length);
    const ends = [model.points * share.low, model.points * share.high];
    return {
      modelId: model.id,
      name: model.name,
      full: model.points,
      tries: tried.length,
      hits,
      chance: tried.length === 0 ? 0 : hits / tried.length,
      chanceLow: chance.low,
      chanceHigh: chance.high,
      expected: tried.length === 0 ? 0 : (model.points * total) / tried.length,
      low: Math.min(...ends),
      high: Math.max(...ends),
    };
  });
  const expected = found.reduce((sum, model) => sum + model.expected, 0);
  const together = (gap: (model: ModelPoints) => number) => {
    let square = 0;
    found.forEach((a, i) =>
      found.forEach((b, j) => {
        const related = i === j ? 1 : correlation(columns[i]!, columns[j]!);
        square += related * gap(a) * gap(b);
      }),
    );
    return Math.sqrt(Math.max(0, square));
  };
  return {
    models: found,
    expected,
    low: expected - together((model) => model.expected - model.low),
    high: expected + together((model) => model.high - model.expected),
    full: models.reduce((sum, { points }) => sum + points, 0),
  };
}

function shareOf(outcome: ScoredOutcome, model: { points: number }): number {
  if (outcome.points === null) return outcome.hit ? 1 : 0;
  return model.points === 0 ? 0 : Math.max(0, Math.min(1, outcome.points / model.points));
}

type Column = readonly ({ share: number } | null)[];

/** How two models' shares go together over the runs that tried both; 0 where it cannot be told. */
function correlation(first: Column, second: Column): number {
  const pairs = first.flatMap((one, i) => {
    const other = second[i] ?? null;
    return one === null || other === null ? [] : [[one.share, other.share] as const];
  });
  if (pairs.length < 3) return 0;
  const middle = [0, 1].map((k) => pairs.reduce((sum, pair) => sum + pair[k]!, 0) / pairs.length);
  const sum = (i: 0 | 1, j: 0 | 1) =>
    pairs.reduce((total, pair) => total + (pair[i] - middle[i]!) * (pair[j] - middle[j]!), 0);
  const scale = Math.sqrt(sum(0, 0) * sum(1, 1));
  return scale === 0 ? 0 : sum(0, 1) / scale;
}
