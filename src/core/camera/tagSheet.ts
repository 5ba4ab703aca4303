import { drawnText } from '../language/drawnText.ts';
import { say } from '../language/say.ts';
import { isWhite, TAG_CELLS } from './tagCodes.ts';
import type { TableTag } from './tags.ts';

/** Paper, mm. */
export const PAPERS = {
  A4: { width: 210, height: 297 },
  Letter: { width: 215.9, height: 279.4 },
} as const;
export type Paper = keyof typeof PAPERS;

/** What no printer reaches, and the length of the ruler that shows whether one printed to scale, mm. */
const [MARGIN, RULER] = [10, 100];
/** White paper around a tag, in its cells: less, and its edges are not found. Its number stands at the rim of it. */
export const QUIET = 1.5;
/** So far inside of the thin line to cut along stand a tag’s number and its side, mm. */
const LABEL = 1.5;

/**
 * Sheets of tags to print and cut out, each an SVG drawing in mm, with a ruler that shows whether they were printed to scale.
 *
 * @param ids which tags, in the order in which they fill the sheets
 * @param size side of a tag's dark square, mm
 */
export function tagSheets(ids: readonly number[], size: number, paper: Paper): string[] {
  const { width, height } = PAPERS[paper];
  const { quiet, room, columns, rows } = layoutOf(size, paper);
  const each = columns * rows;
  const sheets: string[] = [];
  for (let first = 0; first < ids.length; first += each) {
    const tags = ids.slice(first, first + each).map((id, i) => {
      const x = MARGIN + (i % columns) * room;
      const y = MARGIN + RULER_HEIGHT + Math.floor(i / columns) * room;
      return tagWithRoom(id, size, quiet, x, y);
    });
    sheets.push(
      [
        `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}" font-family="sans-serif">`,
        '<rect width="100%" height="100%" fill="#fff"/>',
        ruler(),
        ...tags,
        '</svg>',
      ].join('\n'),
    );
  }
  return sheets;
}

const RULER_HEIGHT = 12;

/** How tags fill a sheet: white paper around each, its room, mm, and how many stand beside and below each other. */
function layoutOf(size: number, paper: Paper) {
  const { width, height } = PAPERS[paper];
  const quiet = (QUIET * size) / TAG_CELLS;
  const room = size + 2 * quiet;
  return {
    quiet,
    room,
    columns: Math.max(1, Math.floor((width - 2 * MARGIN) / room)),
    rows: Math.max(1, Math.floor((height - 2 * MARGIN - RULER_HEIGHT) / room)),
  };
}

/** The tags of the sheet by which lenses are calibrated, and their side, mm. */
export const LENS_SHEET = { ids: Array.from({ length: 20 }, (_, i) => 10 + i), size: 30 };

/** Where the tags of the first of {@link tagSheets} lie on it: x to the right and y up, mm. */
export function tagsOnSheet(ids: readonly number[], size: number, paper: Paper): TableTag[] {
  const { room, columns, rows } = layoutOf(size, paper);
  return ids.slice(0, columns * rows).map((id, i) => ({
    id,
    size,
    x: room * ((i % columns) + 0.5),
    y: -room * (Math.floor(i / columns) + 0.5),
    heading: 0,
  }));
}

/** A line of 100 mm with marks, to be measured after printing. */
function ruler(): string {
  const marks = Array.from({ length: RULER / 10 + 1 }, (_, i) => {
    const x = MARGIN + 10 * i;
    return `M${x} ${MARGIN}v${i % 5 === 0 ? 4 : 2.5}`;
  }).join('');
  const words = drawnText(say`This line is ${RULER} mm long when the sheet is printed to scale.`);
  return `<path d="M${MARGIN} ${MARGIN}h${RULER}${marks}" fill="none" stroke="#000" stroke-width="0.3"/><text x="${MARGIN}" y="${MARGIN + 8}" font-size="3.2">${words}</text>`;
}

/** One tag in its white room with a thin line to cut along, and what it is. */
function tagWithRoom(id: number, size: number, quiet: number, x: number, y: number): string {
  const room = size + 2 * quiet;
  return [
    `<g transform="translate(${number(x)} ${number(y)})">`,
    `<rect width="${number(room)}" height="${number(room)}" fill="none" stroke="#bbb" stroke-width="0.15"/>`,
    `<path transform="translate(${number(quiet)} ${number(quiet)}) scale(${number(size / TAG_CELLS)})" d="${darkCells(id)}" fill="#000"/>`,
    `<text x="${number(quiet)}" y="${number(room - LABEL)}" font-size="3.2">${id} · ${size} mm</text>`,
    '</g>',
  ].join('');
}

/** The dark cells of a tag as one path, a cell being 1. */
function darkCells(id: number): string {
  const runs: string[] = [];
  for (let row = 0; row < TAG_CELLS; row++) {
    for (let column = 0; column < TAG_CELLS; column++) {
      if (isWhite(id, row, column)) continue;
      const from = column;
      while (column + 1 < TAG_CELLS && !isWhite(id, row, column + 1)) column++;
      runs.push(`M${from} ${row}h${column + 1 - from}v1h${from - column - 1}z`);
    }
  }
  return runs.join('');
}

function number(value: number): string {
  return String(Math.round(value * 1000) / 1000);
}
