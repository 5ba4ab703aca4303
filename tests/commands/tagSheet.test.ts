import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { PAPERS, tagSheets, type Paper } from '../../src/core/camera/tagSheet.ts';
import { ROOT } from '../application.ts';
import { measure } from './measuring.ts';

const FOLDER = join(ROOT, '.test/measure');
/** Pixels a millimetre: as a scanner would read the sheet. */
const FINE = 8;

describe('a printed sheet of tags', () => {
  it.each(['A4', 'Letter'] as const)(
    'on %s has them to scale, with the right cells',
    async (paper: Paper) => {
      const { width, height } = PAPERS[paper];
      const [sheet, ...more] = tagSheets([0, 7, 23, 42, 59], 40, paper);
      expect(more).toEqual([]);
      mkdirSync(FOLDER, { recursive: true });
      const picture = join(FOLDER, `${paper}.png`);
      const image = await sharp(Buffer.from(sheet!), { density: 25.4 * FINE })
        .png()
        .toBuffer();
      writeFileSync(picture, image);
      // Rooms of 55 mm in three columns; the tags are 7.5 mm inside of them.
      const middle = (i: number) => ({
        x_mm: 10 + 55 * (i % 3) + 27.5,
        y_mm: height - (22 + 55 * Math.floor(i / 3) + 27.5),
      });
      const { answer } = measure(picture, {
        dictionary: 'DICT_APRILTAG_36h11',
        tags: [0, 7, 23, 59].map((id) => ({
          id,
          ...middle([0, 7, 23, 42, 59].indexOf(id)),
          size_mm: 40,
          heading_deg: 0,
        })),
        robot: { id: 42, size_mm: 40, height_mm: 0 },
        lens: { fx: 40_000, fy: 40_000, cx: (width * FINE) / 2, cy: (height * FINE) / 2 },
      });
      expect(Math.abs(answer.x_mm - middle(3).x_mm)).toBeLessThan(0.05);
      expect(Math.abs(answer.y_mm - middle(3).y_mm)).toBeLessThan(0.05);
      expect(Math.abs(answer.heading_deg)).toBeLessThan(0.05);
      expect(Math.abs(answer.scale - 1)).toBeLessThan(0.002);
    },
  );

  it('goes on to another sheet when one is full, and knows no tag that is not there', () => {
    const sheets = tagSheets(
      Array.from({ length: 14 }, (_, i) => i),
      40,
      'A4',
    );
    expect(sheets.map((sheet) => sheet.match(/<g /g)!.length)).toEqual([12, 2]);
    expect(() => tagSheets([60], 40, 'A4')).toThrow('There is no tag 60 here.');
  });
});
