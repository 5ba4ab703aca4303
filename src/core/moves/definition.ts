import { z } from 'zod';
import type { RobotParameters } from '../robot/parameters.ts';
import { localIdSchema } from '../schema/scalars.ts';
import type { MoveCells } from './cells.ts';
import type { MoveSaid } from './said.ts';
import type { Instruction } from '../program/instructions/index.ts';

/** What the title of a move needs to know beside the move. */
interface TitleContext {
  setup: RobotParameters;
  /** The turn that is expected, rad, where the move alone does not say it. */
  turn: number;
  /** Finds a move's place in its plan, for moves that name another one. */
  position: (id: string) => number;
}

/** The numbers of a move that an aim may change, by their names. */
type AimableNumber = 'distance' | 'heading' | 'angle';

/** Where a new move is put. */
interface MovePlace {
  /** The moves before it. */
  before: readonly { id: string; kind: string }[];
  /** The models of the field that have no checkpoint yet, in their order. */
  unmeasured: readonly { id: string; name: string }[];
}

/** A choice opens two ways, turns to the second one, and closes. */
export type Bracket = 'opens' | 'turns' | 'closes';

/** The number of a move that decides where it ends, mm or rad. */
export interface Aim<M> {
  name: AimableNumber;
  value: number;
  /** The move with another such number. */
  to: (value: number) => M;
}

/** What Corvat knows of a kind of move beside its numbers; nobody else asks for the kind. */
interface MoveBehaviour<M> {
  /** What it is called. */
  name: string;
  /** The key that adds one to a route, null where it comes with another move; and what it is for, in a few words. */
  key: string | null;
  purpose: string;
  /** Plausible numbers of a new one. */
  starting: Omit<M, 'id' | 'kind'>;
  /** What a new one takes from where it is put; null when it has no place there. */
  placed?(this: void, place: MovePlace): Partial<M> | null;
  /** The move in a few words, in the robot's own sense of right and left. */
  title(this: void, move: M, context: TitleContext): string;
  /** In one or two words, for where there is little room. */
  shortTitle(this: void, move: M, turn: number): string;
  /** What it is guided by, in a word or two. */
  guide?(this: void, move: M): string;
  /** Where its numbers stand in a table. */
  cells: MoveCells;
  /** How people say it. */
  said: MoveSaid<M>;
  /**
   * What the program does, with every number that it needs; absent for a move that only arranges others.
   *
   * @param heading what the program believes when the move begins, rad, counted over whole turns
   */
  compile?(this: void, move: M, setup: RobotParameters, heading: number): Instruction;
  /** The heading that the program believes afterwards; absent for a move that keeps it. */
  headingAfter?(this: void, move: M, heading: number): number;
  /** The number that an aim may change; absent or null when no number decides where it ends. */
  aim?(this: void, move: M): Aim<M> | null;
  /** The loop that holds it on its way, for tuning; null for none. */
  loop?(this: void, move: M): 'gyro' | 'encoders' | 'wall' | 'line' | null;
  /** Whether it goes wrong with the gyro's drift; absent means no. */
  readsGyro?(this: void, move: M): boolean;
  /** Whether it is meant to touch something; absent means no. */
  touches?: boolean;
  /** Its part in a choice of two ways, which are two rows of moves between three such moves. */
  bracket?: Bracket;
  /** What it says in a program sheet where its instruction says something else. */
  sentences?(this: void, move: M, position: (id: string) => number): string[];
  /** What is worth knowing before it is driven, in sentences. */
  checks?(this: void, move: M, setup: RobotParameters): string[];
}

export interface MoveDefinition<M, Kind extends string = string> extends MoveBehaviour<M> {
  kind: Kind;
  schema: z.ZodType<M>;
}

/** A move of a definition. */
export type MoveOf<Definition> = Definition extends MoveDefinition<infer M, string> ? M : never;

/**
 * A kind of move, all that there is to it in one place. Its type is inferred from the schema of its
 * members; the identifier, unique in its plan, and the kind come by themselves.
 */
export function defineMove<const Kind extends string, Members extends z.ZodRawShape>(
  definition: { kind: Kind; members: Members } & MoveBehaviour<
    z.output<z.ZodObject<Members & { id: typeof localIdSchema; kind: z.ZodLiteral<Kind> }>>
  >,
) {
  const { members } = definition;
  const schema = z.strictObject({
    id: localIdSchema,
    kind: z.literal(definition.kind),
    ...members,
  });
  // The definition itself, and no copy of it: its words are asked for in the language of whoever reads.
  return Object.assign(definition, { schema });
}
