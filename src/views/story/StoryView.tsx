import { format } from 'date-fns';
import type { Run } from '../../contracts/records.ts';
import { percent } from '../../core/text/sentences.ts';
import type { Story, StoryChapter } from '../../core/text/story.ts';
import { predictionEllipse } from '../../core/analysis/runs/summary.ts';
import type { FieldModel } from '../../core/field/field.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { Button, buttonClass } from '../../ui/Button.tsx';
import { TargetCard } from '../../ui/TargetCard.tsx';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import table from '../../ui/Table.module.css';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { island } from '../../ui/island.tsx';
import styles from './StoryView.module.css';

interface StoryViewProps {
  story: Story;
  routeId: string;
  runs: readonly Run[];
  model: FieldModel | null;
  titleBlock: TitleBlockProps;
}

/** Cards that fit side by side on a page. */
const CARDS = 3;

/** The story of a route: two pages for the judges, in colour or in black and white. */
function StorySheet({ story, routeId, runs, model, titleBlock }: StoryViewProps) {
  const { chapters, points, checkpoint } = story;
  const driven = chapters.filter(({ verdict }) => verdict.runs > 0);
  // The first, and the newest ones.
  const drawn = driven.length <= CARDS ? driven : [driven[0]!, ...driven.slice(1 - CARDS)];
  return (
    <article className={styles['story']}>
      <nav className={styles['out']} aria-label="Take it out">
        <Button variant="main" onClick={() => print()}>
          Print
        </Button>
        {[
          ['Markdown', 'story.md'],
          ['Runs as CSV', 'runs-file'],
          ['Everything as JSON', 'bundle'],
        ].map(([label, path]) => (
          <a
            key={path}
            className={buttonClass()}
            href={`/api/v1/routes/${routeId}/${path}`}
            download
          >
            {label}
          </a>
        ))}
        <a href={sheetAddress('/verdict')}>Back to the verdict</a>
      </nav>
      <section className={styles['page']}>
        <p className={styles['over']}>
          {story.route}, {story.robot} on {story.field}
        </p>
        <h1>{story.headline}</h1>
        <p className={styles['lead']}>{story.reason}</p>
        {model !== null && checkpoint !== null && drawn.length > 0 && (
          <div className={styles['cards']}>
            {drawn.map((chapter) => (
              <ChapterCard
                key={chapter.number}
                chapter={chapter}
                runs={runs}
                model={model}
                checkpointId={checkpoint.id}
              />
            ))}
          </div>
        )}
        <table className={`${table['table']} ${styles['table']}`}>
          <thead>
            <tr>
              <th>revision</th>
              <th>why</th>
              <th>hits</th>
              <th>true rate</th>
              <th>verdict</th>
            </tr>
          </thead>
          <tbody>
            {chapters.map((chapter) => (
              <tr key={chapter.number}>
                <td>
                  <b>{chapter.number}</b>
                  <small>{format(chapter.createdAt, 'd MMM')}</small>
                </td>
                <td>
                  {chapter.why}
                  {chapter.promise !== null && <small>promise {chapter.promise}</small>}
                </td>
                <td>
                  {chapter.verdict.hits} of {chapter.verdict.runs}
                </td>
                <td>
                  {chapter.verdict.runs === 0
                    ? '–'
                    : `${formatNumber(100 * chapter.verdict.interval.low, 0)} to ${formatNumber(100 * chapter.verdict.interval.high, 0)} %`}
                </td>
                <td>{chapter.headline}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p>
          Points of a run to expect now: <b>{formatNumber(points.expected, 0)}</b> of {points.full},
          between {formatNumber(points.low, 0)} and {formatNumber(points.high, 0)}. Wanted chance to
          hit: {percent(story.goal)}.
        </p>
        <p className={styles['how']}>
          How it was judged: hits are counted, and the true rate is Wilson’s interval at 95 %. An
          aim is made only when Hotelling’s test finds the offset real; two revisions are compared
          by dealing their runs out 4,000 times. Runs are set aside only with a cause, and stay in
          the log.
        </p>
      </section>
      <section className={styles['page']}>
        <h2>Timeline</h2>
        <ol className={styles['events']}>
          {story.events.map(({ at, kind, title, says }) => (
            <li key={`${kind} ${title} ${at}`} data-kind={kind}>
              <time dateTime={at}>{format(at, 'd MMM, HH:mm')}</time>
              <p>
                <b>{title}</b> {says}
              </p>
            </li>
          ))}
        </ol>
        <div className={styles['bottom']}>
          <TitleBlock {...titleBlock} />
        </div>
      </section>
    </article>
  );
}

export const StoryView = island(StorySheet);

interface ChapterCardProps {
  chapter: StoryChapter;
  runs: readonly Run[];
  model: FieldModel;
  checkpointId: string;
}

function ChapterCard({ chapter, runs, model, checkpointId }: ChapterCardProps) {
  const { summary } = chapter.verdict;
  return (
    <figure>
      <TargetCard
        zone={model.zone}
        title={model.name}
        runs={runs.flatMap((run, i) => {
          const found = run.measurements.find((one) => one.checkpointId === checkpointId);
          if (run.revisionNumber !== chapter.number || found === undefined) return [];
          return [
            {
              id: run.id,
              number: i + 1,
              along: found.along,
              left: found.left,
              hit: run.outcomes.find(({ modelId }) => modelId === model.id)?.hit ?? true,
              setAside: run.setAside !== null,
            },
          ];
        })}
        region={summary === null ? null : predictionEllipse(summary)}
        mean={summary?.mean ?? null}
      />
      <figcaption>
        Revision {chapter.number}: {chapter.verdict.hits} of {chapter.verdict.runs}
      </figcaption>
    </figure>
  );
}
