import { homographyOf, projected } from '../mathematics/homography.ts';
import type { Point } from '../mathematics/pose.ts';
import { shadeAt, type GreyPicture } from './greyPicture.ts';
import { isKnownTag, isWhite, TAG_CELLS } from './tagCodes.ts';
import type { Corners } from './tags.ts';

/** Cells that may read wrong: tags of the dictionary differ in eleven at the least. */
const WRONG_CELLS = 3;
/** Less than this between its lightest and darkest cells is no tag. */
const LEAST_CONTRAST = 20;

/** The corners of a tag in its own cells, in the order of {@link Corners}. */
const OUTLINE: readonly Point[] = [
  { x: 0, y: 0 },
  { x: TAG_CELLS, y: 0 },
  { x: TAG_CELLS, y: TAG_CELLS },
  { x: 0, y: TAG_CELLS },
];

/**
 * Whether a tag is seen whole where its corners are said to be: every cell, its dark rim too, is looked at in its middle.
 * Much cheaper than looking for tags, so it tells whether one is still where it was.
 */
export function readsAs(picture: GreyPicture, id: number, corners: Corners): boolean {
  if (!isKnownTag(id)) return false;
  const cells = homographyOf(OUTLINE.map((cell, i) => ({ picture: cell, field: corners[i]! })));
  if (cells === null) return false;
  const shades: { shade: number; white: boolean }[] = [];
  for (let row = 0; row < TAG_CELLS; row++) {
    for (let column = 0; column < TAG_CELLS; column++) {
      const { x, y } = projected(cells, { x: column + 0.5, y: row + 0.5 });
      const shade = shadeAt(picture, x, y);
      if (Number.isNaN(shade)) return false;
      shades.push({ shade, white: isWhite(id, row, column) });
    }
  }
  const ordered = shades.map(({ shade }) => shade).toSorted((a, b) => a - b);
  const [dark, light] = [ordered[4]!, ordered.at(-5)!];
  if (light - dark < LEAST_CONTRAST) return false;
  const middle = (dark + light) / 2;
  return shades.filter(({ shade, white }) => shade > middle !== white).length <= WRONG_CELLS;
}
