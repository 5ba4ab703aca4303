/** What is known of a reading before it is taken, by column, in core units. */
export type KnownCells = Readonly<Record<string, number | string | null | undefined>>;

/** A drive at a bench as a camera saw it, in the axes of how the robot stood before it. */
export interface SeenDrive {
  /** Where the middle of the axle came to stand: mm ahead, and to the left. */
  ahead: number;
  left: number;
  /** How far it turned, rad, left positive, whole turns counted. */
  turned: number;
  /** The fastest that it drove ahead, mm/s, and turned, rad/s, without sign. */
  top: { speed: number; rate: number };
}

/** A straight may come out longer or shorter than it was told by this share, and turn so far, rad. */
const STRAIGHT = { share: 0.25, turned: 0.5 };
/** A turn on the spot may come out otherwise by this share and so many rad more, and carry the axle so far, mm. */
const TURN = { share: 0.25, more: 0.3, carried: 250 };

/** Whether a drive is the straight, mm, that was told. */
export function isStraight({ ahead, turned }: SeenDrive, told: number): boolean {
  return Math.abs(ahead - told) < STRAIGHT.share * told && Math.abs(turned) < STRAIGHT.turned;
}

/** Whether a drive is the turn, rad, that was told, whichever way. */
export function isTurn({ ahead, left, turned }: SeenDrive, told: number): boolean {
  const off = Math.abs(Math.abs(turned) - Math.abs(told));
  return off < TURN.share * Math.abs(told) + TURN.more && Math.hypot(ahead, left) < TURN.carried;
}
