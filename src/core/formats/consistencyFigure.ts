import { formatMoment } from '../language/dates.ts';
import { drawnText } from '../language/drawnText.ts';
import { say } from '../language/say.ts';
import { formatNumber, formatQuantity } from '../mathematics/quantity.ts';
import type { Story, StoryChapter } from '../text/story.ts';

/** The page, and the room in which the columns stand. */
const PAGE = { width: 1120, height: 780 };
const CHART = { left: 90, right: 1080, top: 190, bottom: 470 };
const SPREAD = { top: 582, bottom: 672 };
/** Revisions that fit; of more the first and the newest are drawn. */
const MOST = 10;
const COLOURS = {
  ink: '#20262b',
  soft: '#5a6067',
  hair: '#c9c3b4',
  teal: '#0b6f69',
  plum: '#6d3f86',
};

/** “How we became consistent”: one page, an SVG of its own, with hits and spread of every revision. */
export function consistencyFigure(story: Story): string {
  const driven = story.chapters.filter(({ verdict }) => verdict.runs > 0);
  const shown = driven.length <= MOST ? driven : [driven[0]!, ...driven.slice(1 - MOST)];
  const step = (CHART.right - CHART.left) / Math.max(1, shown.length);
  const at = (i: number) => CHART.left + step * (i + 0.5);
  const height = (share: number) => CHART.bottom - share * (CHART.bottom - CHART.top);
  const parts = [
    text(CHART.left - 50, 60, story.headline, 30, { weight: 700 }),
    text(CHART.left - 50, 94, say`${story.route}, ${story.robot} on ${story.field}`, 17, {
      fill: COLOURS.soft,
    }),
    text(CHART.left - 50, 150, say`Hits of every revision, and where the true rate lies`, 17, {
      weight: 700,
    }),
    ...[0, 0.25, 0.5, 0.75, 1].flatMap((share) => [
      line(CHART.left, height(share), CHART.right, height(share), COLOURS.hair, 1),
      text(CHART.left - 10, height(share) + 5, say`${formatNumber(100 * share, 0)} %`, 14, {
        anchor: 'end',
        fill: COLOURS.soft,
      }),
    ]),
    line(CHART.left, height(story.goal), CHART.right, height(story.goal), COLOURS.ink, 2, '8 6'),
    text(
      CHART.right,
      height(story.goal) - 8,
      say`goal ${formatNumber(100 * story.goal, 0)} %`,
      14,
      { anchor: 'end' },
    ),
    ...shown.flatMap((chapter, i) => column(chapter, at(i), step, height)),
    ...spreads(shown, at),
  ];
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${PAGE.width} ${PAGE.height}" font-family="Atkinson Hyperlegible Next, Verdana, sans-serif">`,
    `<title>${drawnText(say`How we became consistent: ${story.headline}`)}</title>`,
    `<rect width="${PAGE.width}" height="${PAGE.height}" fill="#fff"/>`,
    ...parts,
    '</svg>',
    '',
  ].join('\n');
}

/** A revision: its interval as a bar, its share as a line over it, and under it what it was. */
function column(
  { number, createdAt, why, verdict }: StoryChapter,
  x: number,
  step: number,
  height: (share: number) => number,
): string[] {
  const wide = Math.min(44, step * 0.5);
  const { low, high } = verdict.interval;
  const share = verdict.hits / verdict.runs;
  const letters = Math.max(8, Math.floor(step / 7.5));
  return [
    `<rect x="${n(x - wide / 2)}" y="${n(height(high))}" width="${n(wide)}" height="${n(height(low) - height(high))}" fill="${COLOURS.teal}" fill-opacity="0.25"/>`,
    line(x - wide / 2, height(share), x + wide / 2, height(share), COLOURS.teal, 5),
    text(x, CHART.bottom + 22, say`revision ${number}`, 14, { anchor: 'middle', weight: 700 }),
    text(
      x,
      CHART.bottom + 40,
      say`${verdict.hits} of ${verdict.runs}, ${formatMoment(createdAt, 'day')}`,
      13,
      { anchor: 'middle', fill: COLOURS.soft },
    ),
    ...wrapped(why, letters, 2).map((words, row) =>
      text(x, CHART.bottom + 58 + 15 * row, words, 12, { anchor: 'middle', fill: COLOURS.soft }),
    ),
  ];
}

/** How far the runs of each revision lie from the middle and from each other. */
function spreads(shown: readonly StoryChapter[], at: (i: number) => number): string[] {
  const sizes = shown.map(({ verdict: { summary } }) =>
    summary === null
      ? null
      : {
          off: summary.accuracy,
          spread: Math.sqrt(summary.covariance.along + summary.covariance.left),
        },
  );
  const most = Math.max(1, ...sizes.flatMap((one) => (one === null ? [] : [one.off, one.spread])));
  const radius = (size: number) => Math.max(2, ((SPREAD.bottom - SPREAD.top) / 2) * (size / most));
  const y = (SPREAD.top + SPREAD.bottom) / 2;
  return [
    text(
      CHART.left - 50,
      SPREAD.top - 2,
      say`How far the runs lie from each other (filled) and beside the middle (ring)`,
      17,
      { weight: 700 },
    ),
    ...sizes.flatMap((one, i) =>
      one === null
        ? []
        : [
            `<circle cx="${n(at(i))}" cy="${y + 20}" r="${n(radius(one.spread))}" fill="${COLOURS.plum}" fill-opacity="0.35"/>`,
            `<circle cx="${n(at(i))}" cy="${y + 20}" r="${n(radius(one.off))}" fill="none" stroke="${COLOURS.ink}" stroke-width="2"/>`,
            text(
              at(i),
              SPREAD.bottom + 50,
              say`${formatQuantity(one.spread, 'length', 0)}, ${formatQuantity(one.off, 'length', 0)} off`,
              13,
              { anchor: 'middle' },
            ),
          ],
    ),
  ];
}

function text(
  x: number,
  y: number,
  words: string,
  size: number,
  {
    anchor = 'start',
    weight = 400,
    fill = COLOURS.ink,
  }: { anchor?: string; weight?: number; fill?: string } = {},
): string {
  return `<text x="${n(x)}" y="${n(y)}" font-size="${size}" font-weight="${weight}" text-anchor="${anchor}" fill="${fill}">${drawnText(words)}</text>`;
}

function line(
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  stroke: string,
  width: number,
  dashes = '',
): string {
  const dash = dashes === '' ? '' : ` stroke-dasharray="${dashes}"`;
  return `<line x1="${n(x1)}" y1="${n(y1)}" x2="${n(x2)}" y2="${n(y2)}" stroke="${stroke}" stroke-width="${width}"${dash}/>`;
}

function n(value: number): string {
  return value.toFixed(1);
}

/** Words in lines of at most so many letters; what does not fit ends in “…”. */
function wrapped(words: string, letters: number, most: number): string[] {
  const lines: string[] = [];
  for (const word of words.split(/\s+/)) {
    const before = lines.at(-1);
    if (before !== undefined && before.length + 1 + word.length <= letters)
      lines[lines.length - 1] = `${before} ${word}`;
    else lines.push(word.length > letters ? `${word.slice(0, letters - 1)}…` : word);
  }
  if (lines.length <= most) return lines;
  return [...lines.slice(0, most - 1), `${lines[most - 1]!.slice(0, letters - 1)}…`];
}
