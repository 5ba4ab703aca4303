/** Commands that may be under way to the motors at once; more than one loop period's worth. */
const LONGEST: i32 = 16;

/** What a command asks for. */
export enum CommandKind {
  Power,
  Brake,
  Coast,
}

/** Commands on their way to the motors, in the order of the moments at which they take hold. */
@final
export class CommandQueue {
  /** When the next command takes hold, s; Infinity when none is under way. */
  nextTime: f64 = Infinity;
  private readonly times: StaticArray<f64> = new StaticArray<f64>(LONGEST);
  private readonly lefts: StaticArray<f64> = new StaticArray<f64>(LONGEST);
  private readonly rights: StaticArray<f64> = new StaticArray<f64>(LONGEST);
  private readonly kinds: StaticArray<i32> = new StaticArray<i32>(LONGEST);
  private first: i32 = 0;
  private count: i32 = 0;

  clear(): void {
    this.count = 0;
    this.nextTime = Infinity;
  }

  /** Powers are shares of full power. Returns whether there was room: a program sends few at once. */
  add(time: f64, left: f64, right: f64, kind: CommandKind): bool {
    if (this.count == LONGEST) return false;
    const slot = (this.first + this.count) & (LONGEST - 1);
    unchecked((this.times[slot] = time));
    unchecked((this.lefts[slot] = left));
    unchecked((this.rights[slot] = right));
    unchecked((this.kinds[slot] = kind));
    if (this.count++ == 0) this.nextTime = time;
    return true;
  }

  get nextKind(): CommandKind {
    return unchecked(this.kinds[this.first]);
  }
  get nextLeft(): f64 {
    return unchecked(this.lefts[this.first]);
  }
  get nextRight(): f64 {
    return unchecked(this.rights[this.first]);
  }

  dropNext(): void {
    this.first = (this.first + 1) & (LONGEST - 1);
    this.count--;
    this.nextTime = this.count > 0 ? unchecked(this.times[this.first]) : Infinity;
  }
}
