/** The part of the plane that a drawing shows when nothing is enlarged, in its own units. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}
