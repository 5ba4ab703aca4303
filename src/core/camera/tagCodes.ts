import { z } from 'zod';

/**
 * The first tags of the dictionary 36h11, which are more than anybody lays out: their six by six cells, row by row from the
 * upper left, 1 for white, in hexadecimal.
 * Source: drawn by Debian's python3-opencv 4.6 (cv2.aruco.DICT_APRILTAG_36h11) and read off.
 */
const TAG_CODES: readonly string[] = [
  '21a146bab',
  '92d18fe9b',
  '7089014bb',
  '193979e27',
  '44153d3d7',
  '35cd5b8cf',
  'a10ba56a0',
  '2b874a608',
  'b57fb8d44',
  '4e20b5a64',
  '61d897f2c',
  'ab3469ffc',
  '594ca45c2',
  'fa1c2d2e2',
  '97c24b972',
  '75928624a',
  '1caafe99a',
  '3236ddc16',
  '884e527d6',
  '5771a8c7e',
  'f52925b81',
  '2e59cc1a1',
  '7fa58ab31',
  'eb43384f9',
  '3913d5345',
  'd79b1a3b5',
  '0dfbe768d',
  '5cd7a031d',
  'b9c8f7a4b',
  '46987e06b',
  '6e0c5d527',
  '5bc567bb4',
  '1e6302bc2',
  '8ac7d046a',
  'a65fe2326',
  '5400eb616',
  'f7a066836',
  '2dd0afdf6',
  '3b9cb60b1',
  'ad6a1caf9',
  '93b62efb5',
  'bb210d93d',
  'dee55094b',
  'a0cd1479b',
  '2a23abb27',
  '4f67f4b5f',
  '58a815818',
  '743427d64',
  '1dec40874',
  '892ab3a02',
  '38d5742ee',
  '0c43567a1',
  '5db311cb1',
  'c957ca1f9',
  'a22457823',
  '29ace98f3',
  'ccc52c528',
  'da8b3578c',
  'd5b4b9e36',
  'ac9cdd3ce',
];

/** Cells of a tag along a side, with its dark rim. */
export const TAG_CELLS = 8;

/** A tag that is printed here. */
export const tagIdSchema = z
  .int()
  .min(0)
  .max(TAG_CODES.length - 1);

/** Whether a tag is one of those that are printed here. */
export function isKnownTag(id: number): boolean {
  return id in TAG_CODES;
}

/** Whether a cell of a tag is white; the rim is dark. */
export function isWhite(id: number, row: number, column: number): boolean {
  const code = TAG_CODES[id];
  if (code === undefined) throw new RangeError(`There is no tag ${id} here.`);
  if (row < 1 || row > 6 || column < 1 || column > 6) return false;
  const place = 35 - (6 * (row - 1) + (column - 1));
  return (BigInt(`0x${code}`) >> BigInt(place)) % 2n === 1n;
}
