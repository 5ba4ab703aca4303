import { chapterFigures, type Story } from '../text/story.ts';
import type { QuestionCard } from '../text/talk.ts';
import { trackFaultWords, trackLineWords } from '../text/trackWords.ts';
import { formatNumber } from '../mathematics/quantity.ts';
import { say } from '../language/say.ts';

/** A text in a cell or line of Markdown: nothing that people typed may act as markup. */
function plain(text: string): string {
  return text.replace(/[\\`*_{}[\]<>()#+!|~-]/g, '\\$&').replace(/\s+/g, ' ');
}

/** What was promised and what came true, when anything was. */
function trackLines({ track }: Story): string[] {
  if (track.lines.length === 0) return [];
  const factor = trackFaultWords(track);
  return [
    `## ${say`Promised, and what came true`}`,
    '',
    ...track.lines.map((line) => `- ${plain(trackLineWords(line))}`),
    ...(factor === null ? [] : [`- ${plain(factor)}`]),
    '',
  ];
}

/** Questions that are likely to be asked, with their answers. */
function questionLines(questions: readonly QuestionCard[]): string[] {
  if (questions.length === 0) return [];
  return [
    `## ${say`Likely questions`}`,
    '',
    ...questions.flatMap(({ question, answer }) => [
      `**${plain(question)}**`,
      '',
      plain(answer),
      '',
    ]),
  ];
}

/** A story as Markdown, for a notebook. */
export function storyMarkdown(story: Story, questions: readonly QuestionCard[] = []): string {
  const { points } = story;
  const lines = [
    `# ${plain(story.route)}`,
    '',
    say`Robot ${plain(story.robot)} on ${plain(story.field)}; goal ${formatNumber(100 * story.goal, 0)} %.`,
    '',
    `**${plain(story.headline)}** ${plain(story.reason)}`,
    '',
    say`Points of a run to expect: ${formatNumber(points.expected, 0)} of ${points.full} (between ${formatNumber(points.low, 0)} and ${formatNumber(points.high, 0)}).`,
    '',
    '## Revisions',
    '',
    '| revision | made | why | result | verdict | promise |',
    '| --- | --- | --- | --- | --- | --- |',
    ...story.chapters.map(
      (chapter) =>
        `| ${chapter.number} | ${chapter.createdAt.slice(0, 10)} | ${plain(chapter.why)} | ${plain(chapterFigures(chapter))} | ${plain([chapter.headline, chapter.seen ?? ''].join(' ').trim())} | ${chapter.promise ?? ''} |`,
    ),
    '',
    ...trackLines(story),
    ...questionLines(questions),
    '## Timeline',
    '',
    ...story.events.map(
      ({ at, title, says }) =>
        `- ${at.slice(0, 16).replace('T', ' ')} **${plain(title)}** ${plain(says)}`,
    ),
    '',
  ];
  return lines.join('\n');
}
