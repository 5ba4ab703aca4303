import { degrees } from '../../mathematics/angle.ts';
import { formatQuantity } from '../../mathematics/quantity.ts';
import { definitionOf, newMove, type Move } from '../../moves/index.ts';
import { SAID_ASKS, startingAsk } from '../../moves/questions.ts';
import type { Clause, Said, SaidValue } from '../../moves/said.ts';
import type { RoutePlan } from '../../route/plan.ts';
import type { TypedContext } from './context.ts';

/** Decimals in which a number is said: what is finer is not meant. */
const DIGITS = 4;

/**
 * A plan as people say it, so that it can be pasted into a message and read again by {@link readTypedRoute}. What a new
 * move has anyway is left out.
 */
export function writeTypedRoute(
  { startId, startBy, moves }: RoutePlan,
  context: Pick<TypedContext, 'starts' | 'models'>,
): string {
  // Where there is one start only, nobody says it.
  const start =
    context.starts.length > 1 ? context.starts.find(({ id }) => id === startId) : undefined;
  const writer = { moves, models: context.models };
  return [
    ...(start === undefined ? [] : [`start at ${quoted(start.name)}`]),
    ...(startBy === undefined
      ? []
      : [
          `start when ${clausesOf(SAID_ASKS, { ask: startBy }, { ask: startingAsk('range') }, writer).join(' ')}`,
        ]),
    ...moves.map((move) => {
      const { said } = definitionOf(move.kind);
      const fresh = newMove(move.kind, move.id) as Move;
      const clauses = clausesOf(said.clauses as readonly Clause<Move>[], move, fresh, writer);
      return [said.heads[0], ...clauses].join(' ');
    }),
  ].join(';\n');
}

interface Writer {
  moves: readonly Move[];
  models: readonly { id: string; name: string }[];
}

/** What has to be said of a move so that a new one becomes it. */
function clausesOf<M extends object>(
  clauses: readonly Clause<M>[],
  move: M,
  fresh: M,
  writer: Writer,
): string[] {
  let built = fresh;
  return clauses.flatMap((clause) => {
    const value = clause.get(move);
    if (value === undefined || (!clause.always && clause.get(built) === value)) return [];
    const model = writer.models.find(({ id }) => clause.value === 'model' && id === value);
    built = { ...built, ...clause.set(built, value, model?.name) };
    const words = clause.value === null ? '' : valueText(value, clause.value, writer);
    return [clause.says[0]!.replace('#', words)];
  });
}

function valueText(value: Said, kind: SaidValue, { moves, models }: Writer): string {
  switch (kind) {
    case 'name':
      return quoted(String(value));
    case 'model':
      return quoted(models.find(({ id }) => id === value)?.name ?? String(value));
    case 'move':
      return String(moves.findIndex(({ id }) => id === value) + 1);
    case 'count':
    case 'number':
      return String(value);
    case 'heading': {
      const side = Number(value) > 0 ? ' left' : Number(value) < 0 ? ' right' : '';
      return `${Number(Math.abs(degrees(Number(value))).toFixed(DIGITS))}°${side}`;
    }
    default:
      return formatQuantity(Number(value), kind, DIGITS).replace('\u00a0', ' ').replace('−', '-');
  }
}

function quoted(name: string): string {
  return `“${name.replaceAll(/[“”"]/g, '’')}”`;
}
