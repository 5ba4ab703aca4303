/** How a member of a move stands in its cell; with `?` the cell may be empty, for null. */
export type CellKind =
  'text' | 'count' | 'number' | 'number?' | 'angle' | 'angle?' | 'right' | 'right?' | 'yes';

/** Where a member of a move stands, and how. Members of a part are written `until.length`. */
export type Cells = Readonly<Record<string, readonly [column: string, kind: CellKind]>>;

/** The cells of a kind of move. */
export interface MoveCells {
  always: Cells;
  /**
   * Members that it has only when a part is of one kind, by part and kind. A part whose kind has no cell of
   * its own is of the kind whose first cell is filled.
   */
  parts?: Readonly<Record<string, Readonly<Record<string, Cells>>>>;
}

export const END_CELLS: Cells = {
  stop: ['stop', 'text'],
  timeLimit: ['time_limit_s', 'number?'],
};

export const HELD_CELLS: Cells = {
  speed: ['speed_mm_s', 'number'],
  hold: ['hold', 'text'],
  heading: ['heading_right_deg', 'right?'],
  gain: ['gain', 'number?'],
  ...END_CELLS,
};

export const FOLLOWING_CELLS: Cells = {
  speed: ['speed_mm_s', 'number'],
  gain: ['gain', 'number?'],
  'until.kind': ['until', 'text'],
  ...END_CELLS,
};
