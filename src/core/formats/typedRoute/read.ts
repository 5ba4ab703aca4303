import { closest, distance } from 'fastest-levenshtein';
import { parseQuantity, type QuantityKind, type Unit } from '../../mathematics/quantity.ts';
import { definitionOf, MOVES, newMove, type Move, type MoveKind } from '../../moves/index.ts';
import { SAID_ASKS, startingAsk, type Ask } from '../../moves/questions.ts';
import type { Clause, Said, SaidValue } from '../../moves/said.ts';
import type { RoutePlan } from '../../route/plan.ts';
import type { TypedContext } from './context.ts';
import { patternOf, tokensOf, type Token } from './words.ts';
import { say } from '../../language/say.ts';

/** Something in a typed route that was not understood, and where it stands in the text. */
export interface TypedFault {
  from: number;
  to: number;
  message: string;
}

/** A typed route as far as it was understood. */
export interface TypedRoute {
  plan: RoutePlan;
  faults: TypedFault[];
  /** Where each move stands in the text. */
  places: { from: number; to: number }[];
}

/** Between two moves: a semicolon, a new line, “then”. */
const BETWEEN = /;|\n|\bthen\b/gi;
/** A number in a list, as in “1. drive 300”. */
const LISTED = /^\s*\d+[.)]\s+(?=\p{L})/u;
/** A word this many letters away from one that is known, for each of its letters, was meant to be it. */
const MISTYPED = 0.5;

/** How each kind of move begins; the longer beginnings first. */
const HEADS = MOVES.flatMap(({ kind, said }) =>
  said.heads.map((head) => {
    const [begins, kept] = head.split(' = ');
    return { kind, words: patternOf(begins!), keeps: kept !== undefined };
  }),
).sort((a, b) => b.words.length - a.words.length);

/**
 * Reads a route as people say it: `drive 49 cm; turn left; drive 330; approach 8 cm`. What is not understood is named,
 * and everything else is read all the same, so that the path can grow while it is typed.
 */
export function readTypedRoute(text: string, context: TypedContext): TypedRoute {
  const reader = new Reader(context);
  let from = 0;
  for (const match of [...text.matchAll(BETWEEN), { index: text.length, 0: '' }]) {
    const listed = LISTED.exec(text.slice(from, match.index))?.[0].length ?? 0;
    reader.readPart(tokensOf(text.slice(from + listed, match.index), from + listed));
    from = match.index + match[0].length;
  }
  return reader.route();
}

class Reader {
  private readonly moves: Move[] = [];
  private readonly faults: TypedFault[] = [];
  private readonly places: { from: number; to: number }[] = [];
  private readonly taken = new Set<string>();
  private startId: string;
  private startBy: Ask | undefined;

  constructor(private readonly context: TypedContext) {
    const { previous, starts } = context;
    this.startId = previous?.startId ?? starts[0]?.id ?? '';
    this.startBy = previous?.startBy;
  }

  route(): TypedRoute {
    const { startId, startBy, moves, faults, places } = this;
    return { plan: { startId, ...(startBy && { startBy }), moves }, faults, places };
  }

  /** Reads what stands between two separators: a move, or where and when the route starts. */
  readPart(tokens: Token[]): void {
    if (tokens.length === 0) return;
    if (beginsWith(tokens, ['start', 'when'])) return this.readStartBy(tokens.slice(2));
    if (tokens[0]!.word === 'start') return this.readStart(tokens.slice(1));
    const head = HEADS.find(({ words }) => beginsWith(tokens, words));
    if (head === undefined) return this.unknownMove(tokens[0]!);
    const clauses = definitionOf(head.kind).said.clauses as readonly Clause<Move>[];
    const rest = head.keeps ? tokens : tokens.slice(head.words.length);
    const fresh = newMove(head.kind, this.idOf(head.kind)) as Move;
    const before = this.faults.length;
    const move = this.readClauses(rest, clauses, fresh);
    const checked = definitionOf(head.kind).schema.safeParse(move);
    const place = { from: tokens[0]!.from, to: tokens.at(-1)!.to };
    if (!checked.success) {
      // What was not understood is said already.
      if (this.faults.length > before) return;
      const { path, message } = checked.error.issues[0]!;
      this.faults.push({
        ...place,
        message: say`This cannot be driven: ${path.join(' ')}: ${message}.`,
      });
      return;
    }
    this.moves.push(checked.data);
    this.places.push(place);
  }

  private readStart(tokens: Token[]): void {
    const named = tokens[0]?.word === 'at' ? tokens.slice(1) : tokens;
    const start = this.named(named, this.context.starts, 'start');
    if (start !== null) this.startId = start.id;
  }

  private readStartBy(tokens: Token[]): void {
    this.startBy = this.readClauses(tokens, SAID_ASKS, { ask: startingAsk('range') }).ask;
  }

  /** The thing that is called so, or nearly so; a fault where there is none. */
  private named<T extends { id: string; name: string }>(
    tokens: readonly Token[],
    things: readonly T[],
    what: string,
  ): T | null {
    const first = tokens[0];
    if (first === undefined) return null;
    const name = tokens.map(({ text }) => text).join(' ');
    const same = (other: string) => other.toLowerCase() === name.toLowerCase();
    const found = things.find((thing) => same(thing.name) || same(thing.id));
    if (found !== undefined) return found;
    const names = things.map((thing) => thing.name);
    this.faults.push({
      from: first.from,
      to: tokens.at(-1)!.to,
      message:
        names.length === 0
          ? say`This table has no ${what} yet.`
          : say`There is no ${what} “${name}”. ${meant(name, names) ?? say`There is ${names.join(', ')}.`}`,
    });
    return null;
  }

  private unknownMove(token: Token): void {
    const words = HEADS.map(({ words: [first] }) => first!);
    this.faults.push({
      from: token.from,
      to: token.to,
      message: say`“${token.text}” is no move. ${meant(token.word, words) ?? say`There is ${MOVES.map(({ said }) => said.heads[0]).join(', ')}.`}`,
    });
  }

  /** Takes what is said of a move, in any order, until nothing more is understood. */
  private readClauses<M extends object>(
    tokens: readonly Token[],
    clauses: readonly Clause<M>[],
    move: M,
  ): M {
    const ways = clauses
      .flatMap((clause) => clause.says.map((says) => ({ clause, pattern: patternOf(says) })))
      .sort((a, b) => b.pattern.length - a.pattern.length);
    let said = move;
    let at = 0;
    while (at < tokens.length) {
      if (tokens[at]!.kind === 'comma') {
        at += 1;
        continue;
      }
      const found = this.firstMatch(tokens, at, ways);
      if (found === null) {
        this.notUnderstood(tokens[at]!, ways);
        return said;
      }
      said = { ...said, ...found.clause.set(said, found.value, found.name) };
      at = found.to;
    }
    return said;
  }

  private firstMatch<M>(
    tokens: readonly Token[],
    at: number,
    ways: readonly { clause: Clause<M>; pattern: string[] }[],
  ) {
    for (const { clause, pattern } of ways) {
      let value = true as Said;
      let name: string | undefined;
      let to = at;
      const matches = pattern.every((word) => {
        if (word !== '#') return tokens[to++]?.word === word;
        const found = this.readValue(tokens, to, clause.value!, ways);
        if (found === null) return false;
        ({ value, to, name } = found);
        return true;
      });
      if (matches) return { clause, value, name, to };
    }
    return null;
  }

  private readValue(
    tokens: readonly Token[],
    at: number,
    kind: SaidValue,
    ways: readonly { pattern: string[] }[],
  ): { value: Said; name?: string | undefined; to: number } | null {
    const token = tokens[at];
    if (token === undefined) return null;
    if (kind === 'name' || kind === 'model') {
      const to = endOfName(tokens, at, ways);
      if (to === at) return null;
      const own = tokens.slice(at, to);
      if (kind === 'name') return { value: own.map(({ text }) => text).join(' '), to };
      const model = this.named(own, this.context.models, 'model');
      return { value: model?.id ?? '', name: model?.name, to };
    }
    if (token.kind !== 'number') return null;
    const number = Number(token.text.replace(',', '.').replace('−', '-'));
    if (kind === 'number' || kind === 'count') return { value: number, to: at + 1 };
    if (kind === 'move') {
      return { value: this.moves[number - 1]?.id ?? 'none', to: at + 1 };
    }
    return this.readQuantity(tokens, at, kind);
  }

  private readQuantity(
    tokens: readonly Token[],
    at: number,
    kind: Exclude<SaidValue, 'name' | 'model' | 'move' | 'count' | 'number'>,
  ): { value: number; to: number } | null {
    const quantity: QuantityKind = kind === 'heading' ? 'angle' : kind;
    const more = kind === 'length' ? this.rotations() : [];
    const unit = tokens[at + 1];
    const withUnit =
      unit?.kind === 'word'
        ? parseQuantity(`${tokens[at]!.text} ${unit.text}`, quantity, more)
        : null;
    let to = at + 1;
    let value: number;
    if (withUnit?.ok === true) {
      value = withUnit.value;
      to += 1;
    } else {
      const usual = kind === 'length' ? (this.context.length ?? 'mm') : '';
      const alone = parseQuantity(`${tokens[at]!.text} ${usual}`, quantity);
      if (!alone.ok) return null;
      ({ value } = alone);
    }
    if (kind !== 'heading') return { value, to };
    const side = tokens[to]?.word;
    if (side === 'left' || side === 'right')
      return { value: side === 'left' ? value : -value, to: to + 1 };
    return { value: this.context.positive === 'left' ? value : -value, to };
  }

  private rotations(): Unit[] {
    const { rotation } = this.context;
    return rotation === undefined
      ? []
      : [{ symbols: ['rot', 'rotation', 'rotations'], factor: rotation }];
  }

  private notUnderstood(token: Token, ways: readonly { pattern: string[] }[]): void {
    const words = ways.flatMap(({ pattern }) => pattern.filter((word) => word !== '#'));
    const may = ways.map(({ pattern }) => pattern.join(' ').replace('#', '…'));
    this.faults.push({
      from: token.from,
      to: token.to,
      message: say`“${token.text}” is not understood here. ${
        meant(token.word, words) ??
        (may.length === 0
          ? say`Nothing more is said of this.`
          : say`It may say: ${may.slice(0, 8).join(', ')}.`)
      }`,
    });
  }

  /** The identifier of the move that this one stands for in the plan before, or a new one. */
  private idOf(kind: MoveKind): string {
    const before = this.context.previous?.moves ?? [];
    const own = before.find((move) => move.kind === kind && !this.taken.has(move.id))?.id;
    let id = own;
    for (let i = 1; id === undefined; i++) {
      const candidate = `m${i}`;
      if (!this.taken.has(candidate) && before.every((move) => move.id !== candidate))
        id = candidate;
    }
    this.taken.add(id);
    return id;
  }
}

function beginsWith(tokens: readonly Token[], words: readonly string[]): boolean {
  return words.every((word, i) => tokens[i]?.word === word);
}

/** A name is in quotes, or goes on up to a comma, a number, or a word with which something else begins. */
function endOfName(
  tokens: readonly Token[],
  at: number,
  ways: readonly { pattern: string[] }[],
): number {
  if (tokens[at]!.kind === 'name') return at + 1;
  const begins = new Set(ways.map(({ pattern: [first] }) => first));
  let to = at;
  while (tokens[to]?.kind === 'word' && (to === at || !begins.has(tokens[to]!.word))) to += 1;
  return to;
}

/** What a mistyped word was meant to be, as a question; null when nothing is near. */
function meant(word: string, known: readonly string[]): string | null {
  if (known.length === 0) return null;
  const near = closest(
    word.toLowerCase(),
    known.map((one) => one.toLowerCase()),
  );
  const original = known.find((one) => one.toLowerCase() === near)!;
  return distance(word.toLowerCase(), near) <= MISTYPED * Math.max(3, near.length)
    ? say`Did you mean “${original}”?`
    : null;
}
