import { randomUUID } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import type { Made } from '../tables/imports.ts';
import { plural, say } from '../../core/language/say.ts';

/** What one import knows while it goes through its documents. */
export class IntakeContext {
  /** Identifiers of everything that was made. */
  readonly made: Made = {};
  /** What is said of it, a sentence a document. */
  readonly sentences: string[] = [];
  /** How many things were here already, by their kind in words. */
  readonly known = new Map<Thing, number>();
  /** Identifiers of the file, and those under which the things are kept here. */
  private readonly here = new Map<string, string>();
  /** Names of the file, and those under which the things are kept here, for files that know no identifiers. */
  private readonly names = new Map<string, string>();

  /**
   * @param fromBundle whether the documents are lines of a bundle, made by a Corvat: recordings then follow in lines
   *   of their own, and what was kept there is kept here as it was
   * @param copy whether things that are here already come once more, as copies
   */
  constructor(
    readonly database: Sequelize,
    readonly fromBundle: boolean,
    readonly copy: boolean,
  ) {}

  /**
   * The identifier under which a new thing is kept.
   *
   * @param id the one that it has in the file, if any
   * @param keep whether it may keep it: not when it is a copy of something that is here
   */
  fresh(kind: keyof Made, id: string | undefined, keep: boolean): string {
    const here = keep && id !== undefined ? id : randomUUID();
    if (id !== undefined) this.here.set(id, here);
    (this.made[kind] ??= []).push(here);
    return here;
  }

  /** Notes that a thing of the file is here under an identifier already. */
  recognise(thing: Thing, id: string, here = id): void {
    this.here.set(id, here);
    this.known.set(thing, (this.known.get(thing) ?? 0) + 1);
  }

  /** The identifier here of a thing that the file names; itself when the file did not bring it. */
  idOf(id: string): string {
    return this.here.get(id) ?? id;
  }

  /** Gives a thing that the file will bring later the identifier that it will have. */
  foresee(id: string, here: string): void {
    this.here.set(id, here);
  }

  /** Whether this import made a thing, as against found it here. */
  wasMade(kind: keyof Made, here: string): boolean {
    return this.made[kind]?.includes(here) ?? false;
  }

  rename(kind: 'robot' | 'field' | 'route', name: string, here: string): void {
    this.names.set(`${kind} ${name}`, here);
  }

  nameOf(kind: 'robot' | 'field' | 'route', name: string): string {
    return this.names.get(`${kind} ${name}`) ?? name;
  }
}

/** Which parts of a thing a file has, of which some may be here: those that are missing, or a divergence. */
export function missingParts<T extends { id?: string | undefined; number: number }>(
  inFile: readonly T[],
  here: readonly { id: string; number: number }[],
): T[] | 'divergent' {
  const byNumber = new Map(here.map(({ id, number }) => [number, id]));
  const divergent = inFile.some(
    ({ id, number }) => byNumber.has(number) && byNumber.get(number) !== id,
  );
  return divergent ? 'divergent' : inFile.filter(({ number }) => !byNumber.has(number));
}

/** The name itself, or with a count behind it when it is taken. */
export async function freeName(
  wanted: string,
  taken: (name: string) => Promise<number>,
): Promise<string> {
  if ((await taken(wanted)) === 0) return wanted;
  for (let copy = 2; ; copy++) {
    const suffix = ` (${copy})`;
    const name = wanted.slice(0, 80 - suffix.length) + suffix;
    if ((await taken(name)) === 0) return name;
  }
}

/** What a file may hold. */
type Thing =
  | 'robot'
  | 'field'
  | 'route'
  | 'session'
  | 'run'
  | 'recording'
  | 'revision'
  | 'setup revision'
  | 'model'
  | 'match plan'
  | 'rehearsal';

/** So many of something: “1 revision”, “2 revisions”. */
export function counted(count: number, thing: Thing): string {
  return {
    robot: say`${plural(count, '# robot', '# robots')}`,
    field: say`${plural(count, '# field', '# fields')}`,
    route: say`${plural(count, '# route', '# routes')}`,
    session: say`${plural(count, '# session', '# sessions')}`,
    run: say`${plural(count, '# run', '# runs')}`,
    recording: say`${plural(count, '# recording', '# recordings')}`,
    revision: say`${plural(count, '# revision', '# revisions')}`,
    'setup revision': say`${plural(count, '# setup revision', '# setup revisions')}`,
    'match plan': say`${plural(count, '# match plan', '# match plans')}`,
    rehearsal: say`${plural(count, '# rehearsal', '# rehearsals')}`,
    model: say`${plural(count, '# model', '# models')}`,
  }[thing];
}

/** A time of a file as a table keeps it; null when the file does not say it. */
export function instantOf(text: string | null | undefined): Date | null {
  return text === null || text === undefined ? null : new Date(text);
}
