import type { Story, StoryChapter } from './story.ts';

type StoryEvent = Story['events'][number];

/** What of a story stands on its two pages; the log and the Markdown have all of it. */
export interface StoryPages {
  chapters: StoryChapter[];
  events: StoryEvent[];
  /** How many revisions and entries the log has beside those. */
  left: { chapters: number; events: number };
}

/** Rows of the first page’s table: the first revision and the newest ones. */
const CHAPTERS = 6;
/** Rows that have room for what a camera saw; of more, only the newest says it. */
const ROOMY = 3;
/** Characters of its reasons: two lines. */
const REASON = 120;
/** Lines of the timeline that fit on the second page in two columns, below what was promised. */
const LINES = 90;
/** Characters of a line in one of its columns, and what a long entry is cut to. */
const LINE = 36;
const LONGEST = 4 * LINE;
/** What is left out first when there is too much: a page can do without single readings before it can without plans. */
const FIRST_OUT: readonly StoryEvent['kind'][] = ['bench', 'setup', 'session', 'revision'];

/**
 * A story cut to two pages. The oldest bench records are left out of its timeline first, then setups; what a judge asks
 * for, the sessions and revisions, last.
 */
export function storyPages({ chapters, events }: Story): StoryPages {
  const shown =
    chapters.length <= CHAPTERS ? chapters : [chapters[0]!, ...chapters.slice(1 - CHAPTERS)];
  const kept = events.map((event) => ({ ...event, says: shortened(event.says, LONGEST) }));
  let lines = kept.reduce((sum, event) => sum + linesOf(event), 0);
  for (const kind of FIRST_OUT) {
    while (lines > LINES) {
      const at = kept.findIndex((event) => event.kind === kind);
      if (at === -1) break;
      lines -= linesOf(kept[at]!);
      kept.splice(at, 1);
    }
  }
  const newest = shown.findLast(({ seen }) => seen !== null);
  return {
    chapters: shown.map((chapter) => ({
      ...chapter,
      why: shortened(chapter.why, REASON),
      seen: shown.length <= ROOMY || chapter === newest ? chapter.seen : null,
    })),
    events: kept,
    left: { chapters: chapters.length - shown.length, events: events.length - kept.length },
  };
}

function linesOf({ title, says }: StoryEvent): number {
  return Math.ceil((title.length + says.length + 1) / LINE) + 0.5;
}

/** A text cut at a word. */
function shortened(text: string, longest: number): string {
  return text.length <= longest ? text : `${text.slice(0, text.lastIndexOf(' ', longest))} …`;
}
