/** Units of length in which a team may count. */
export const LENGTH_UNITS = ['mm', 'cm', 'in'] as const;

/** How a team writes what the core keeps in mm and rad: a choice of words, which changes no stored value. */
export interface Conventions {
  length: (typeof LENGTH_UNITS)[number];
  /** Which turns count as positive: as each robot’s gyro counts, or one way for all. */
  positive: 'robot' | 'right' | 'left';
  /** How turns of a motor are said. */
  motor: 'degrees' | 'rotations';
  /** The tag of the language of all screens and sheets, as in “de”. */
  language: string;
}

export const USUAL_CONVENTIONS: Conventions = {
  length: 'mm',
  positive: 'robot',
  motor: 'degrees',
  language: 'en',
};

let source = () => USUAL_CONVENTIONS;

/** The conventions of whoever reads what is written now. */
export function conventions(): Conventions {
  return source();
}

/**
 * Says where the conventions come from: on a page from what the server sent with it, on the server from the request that
 * is answered. It is the one thing of the core that is not handed in: every sentence needs it, and no number does.
 */
export function provideConventions(next: () => Conventions): void {
  source = next;
}

/** Whether turns to the right are shown as positive. */
export function isRightPositive(robotCountsRight: boolean): boolean {
  const { positive } = conventions();
  return positive === 'robot' ? robotCountsRight : positive === 'right';
}
