import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { Page } from 'playwright-core';

/** A piece of text on paper, in points from the lower left corner. */
interface Printed {
  text: string;
  x: number;
  y: number;
  width: number;
  height: number;
}

/** One printed page. */
interface Paper {
  width: number;
  height: number;
  printed: Printed[];
}

/** Prints what a page shows, in black and white as everywhere, and reads it back. */
export async function print(page: Page, format: 'A4' | 'Letter'): Promise<Paper[]> {
  const bytes = await page.pdf({ format });
  const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const papers: Paper[] = [];
  for (let number = 1; number <= document.numPages; number++) {
    const sheet = await document.getPage(number);
    const [, , width, height] = sheet.view as [number, number, number, number];
    const { items } = await sheet.getTextContent();
    papers.push({
      width,
      height,
      printed: items.flatMap((item) =>
        'str' in item && item.str.trim() !== ''
          ? [
              {
                text: item.str,
                x: (item.transform as number[])[4]!,
                y: (item.transform as number[])[5]!,
                width: item.width,
                height: item.height,
              },
            ]
          : [],
      ),
    });
  }
  await document.destroy();
  return papers;
}

/** All that is printed, as one text. */
export function textOf(papers: readonly Paper[]): string {
  return papers.flatMap(({ printed }) => printed.map(({ text }) => text)).join(' ');
}

/** Points by which the boxes of two texts may touch: letters do not fill them. */
const TOUCH = 2;

/** Texts that lie over each other, or over the margin of 8 mm that no printer fills. */
export function faultsOnPaper(papers: readonly Paper[]): string[] {
  const margin = (8 / 25.4) * 72;
  return papers.flatMap(({ width, height, printed }, i) => [
    ...printed
      .filter(
        ({ x, y, width: long }) =>
          x < margin || x + long > width - margin || y < margin || y > height - margin,
      )
      .map(({ text }) => `page ${i + 1}: “${text}” is cut off`),
    ...printed.flatMap((one, at) =>
      printed
        .slice(at + 1)
        // A text on a drawing is printed twice: its rim, and itself.
        .filter((other) => other.text !== one.text && overlap(one, other))
        .map((other) => `page ${i + 1}: “${one.text}” lies over “${other.text}”`),
    ),
  ]);
}

function overlap(a: Printed, b: Printed): boolean {
  const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  // The box of a text goes from its base line to its height; a third of it is room between lines.
  const along = Math.min(a.y + a.height * 0.66, b.y + b.height * 0.66) - Math.max(a.y, b.y);
  return across > TOUCH && along > TOUCH;
}
