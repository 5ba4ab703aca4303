/** Commands that may be under way to the motors at once; more than one loop period's worth. */
const LONGEST = 16;

/** What a command asks for. */
export type CommandKind = typeof POWER | typeof BRAKE | typeof COAST;
export const POWER = 0;
export const BRAKE = 1;
export const COAST = 2;

/** Commands on their way to the motors, in the order of the moments at which they take hold. */
export class CommandQueue {
  private readonly times = new Float64Array(LONGEST);
  private readonly lefts = new Float64Array(LONGEST);
  private readonly rights = new Float64Array(LONGEST);
  private readonly kinds = new Uint8Array(LONGEST);
  private first = 0;
  private count = 0;

  clear(): void {
    this.count = 0;
  }

  /** Powers are shares of full power. Throws when more commands are under way than a program sends. */
  add(time: number, left: number, right: number, kind: CommandKind): void {
    if (this.count === LONGEST) throw new RangeError('Too many commands at once.');
    const slot = (this.first + this.count) % LONGEST;
    this.times[slot] = time;
    this.lefts[slot] = left;
    this.rights[slot] = right;
    this.kinds[slot] = kind;
    this.count++;
  }

  /** When the next command takes hold, s; Infinity when none is under way. */
  get nextTime(): number {
    return this.count > 0 ? this.times[this.first]! : Infinity;
  }
  get nextKind(): CommandKind {
    return this.kinds[this.first]! as CommandKind;
  }
  get nextLeft(): number {
    return this.lefts[this.first]!;
  }
  get nextRight(): number {
    return this.rights[this.first]!;
  }

  dropNext(): void {
    this.first = (this.first + 1) % LONGEST;
    this.count--;
  }
}
