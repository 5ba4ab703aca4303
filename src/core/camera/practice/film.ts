import {
  lengthOf,
  practiceTurn,
  type FilmedDrive,
  type Mishap,
  type PracticeTurn,
  type TableScene,
} from './outing.ts';

/** A turn of the practice robot, and when it begins, s from the first one. */
export interface FilmedTurn {
  number: number;
  begun: number;
  turn: PracticeTurn;
}

/** What happens in one run after the other: mostly nothing. */
const USUAL: readonly Mishap[] = ['none', 'none', 'hand', 'none', 'straightened', 'none', 'bump'];

/** One turn of a practice robot after the other, as a camera that stands still films them: runs of a route, or drives of a bench. */
export class PracticeFilm {
  private latest: FilmedTurn | null = null;

  /**
   * @param driveOf what it does in a turn, by the number of the turn
   * @param before turns that were driven before: those that follow are others
   * @param mishaps what goes wrong in one turn after the other, again and again
   */
  constructor(
    private readonly driveOf: (number: number) => FilmedDrive,
    private readonly seed: number,
    private before = 0,
    private readonly mishaps: readonly Mishap[] = USUAL,
  ) {}

  /** The turn that goes on at a time, s; times only go on. */
  turnAt(time: number): FilmedTurn {
    let now = this.latest;
    while (now === null || time > now.begun + lengthOf(now.turn)) {
      const number = this.before++;
      const mishap = this.mishaps[number % this.mishaps.length]!;
      now = {
        number,
        begun: now === null ? 0 : now.begun + lengthOf(now.turn),
        turn: practiceTurn(this.driveOf(number), this.seed, number, mishap),
      };
    }
    this.latest = now;
    return now;
  }

  /** What is on the table at a time, s. */
  sceneAt(time: number): TableScene {
    const { turn, begun } = this.turnAt(time);
    return turn.sceneAt(time - begun);
  }
}
