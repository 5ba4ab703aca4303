/** What a value in a clause is, and so in which units it may be said. */
export type SaidValue =
  | 'length'
  | 'speed'
  | 'angle'
  | 'heading'
  | 'rate'
  | 'time'
  | 'share'
  | 'number'
  | 'count'
  | 'name'
  | 'model'
  | 'move';

/**
 * One thing that is said of a move. Its words have a `#` where the value stands: “at #”, “# looks”. Angles are in rad;
 * a heading is told with the side to which it lies, so that it reads alike for teams that count right and left.
 * A model and another move are told by name and number, and are identifiers in the move.
 */
export interface Clause<M> {
  /** The ways to say it; the first is the one that is written. */
  says: readonly string[];
  value: SaidValue | null;
  /** What a move has of it; undefined where it is not so. */
  get: (move: M) => Said | undefined;
  /** The members that change when it is said; of a model its name is told too. */
  set: (move: M, value: Said, name?: string) => object;
  /** Written even when it is what a new move has anyway. */
  always?: boolean;
}

/** The value of a clause: a number in the core's units, a name or an identifier, or true for words alone. */
export type Said = number | string | true;

/** How people say a kind of move: with which words it begins, and what may follow in any order. */
export interface MoveSaid<M> {
  /** The ways to begin; the first is the one that is written. What stands after “=” is said with it. */
  heads: readonly string[];
  clauses: readonly Clause<M>[];
}

/** A number or a name of the move by its member; null, which a move may have instead, is not said. */
export function saidValue(
  says: string | readonly string[],
  value: SaidValue,
  member: string,
  always = false,
): Clause<object> {
  return {
    says: typeof says === 'string' ? [says] : says,
    value,
    always,
    get: (move) => (memberOf(move, member) as Said | null) ?? undefined,
    set: (_, said) => ({ [member]: said }),
  };
}

/** One value of a member in words of its own: `gyro` is said “by gyro”. */
export function saidWord(
  says: string | readonly string[],
  member: string,
  value: string | boolean | null,
  always = false,
): Clause<object> {
  return {
    says: typeof says === 'string' ? [says] : says,
    value: null,
    always,
    get: (move) => (memberOf(move, member) === value ? true : undefined),
    set: () => ({ [member]: value }),
  };
}

function memberOf(move: object, member: string): unknown {
  return (move as Readonly<Record<string, unknown>>)[member];
}

/** A number that is said with one word when it is positive, and with another when it is negative. */
export function saidBothWays<M>(
  [positive, negative]: readonly [readonly string[], readonly string[]],
  value: 'length' | 'angle',
  get: (move: M) => number | undefined,
  set: (value: number) => object,
): Clause<M>[] {
  const sign = (says: readonly string[], factor: 1 | -1): Clause<M> => ({
    says,
    value,
    always: true,
    get: (move) => {
      const own = get(move);
      return own === undefined || own < 0 === factor > 0 ? undefined : Math.abs(own);
    },
    set: (_, said) => set(factor * Number(said)),
  });
  return [sign(positive, 1), sign(negative, -1)];
}

/** How a move that uses the motors ends. */
export const SAID_ENDS: readonly Clause<object>[] = [
  saidWord(['braking', 'brake'], 'stop', 'brake'),
  saidWord(['holding', 'hold'], 'stop', 'hold'),
  saidWord(['coasting', 'coast'], 'stop', 'coast'),
  saidValue('within #', 'time', 'timeLimit'),
  saidWord('any time long', 'timeLimit', null),
];

/** How a straight is held, and how it ends. */
export const SAID_HELD: readonly Clause<object>[] = [
  saidValue('at #', 'speed', 'speed'),
  saidWord(['by gyro', 'gyro held'], 'hold', 'gyro'),
  saidWord('by encoders', 'hold', 'encoders'),
  saidWord('not held', 'hold', 'none'),
  saidValue(['heading #', 'at heading #'], 'heading', 'heading'),
  saidValue('gain #', 'number', 'gain'),
  ...SAID_ENDS,
];
