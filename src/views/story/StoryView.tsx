import { toldStorySchema, type StoryCard, type ToldStory } from '../../contracts/story.ts';
import { useQuery } from '@tanstack/react-query';
import { percent } from '../../core/text/sentences.ts';
import { trackFaultWords, trackLineWords } from '../../core/text/trackWords.ts';
import { storyPages } from '../../core/text/storyPages.ts';
import type { StoryChapter } from '../../core/text/story.ts';
import { predictionEllipse } from '../../core/analysis/runs/summary.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button, buttonClass } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { TargetCard } from '../../ui/targetCard/TargetCard.tsx';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import table from '../../ui/Table.module.css';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { island } from '../../ui/island.tsx';
import styles from './StoryView.module.css';
import { formatMoment } from '../../core/language/dates.ts';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

interface StoryViewProps {
  routeId: string;
  titleBlock: TitleBlockProps;
}

/** The story of a route: two pages for the judges, in colour or in black and white. */
function StorySheet({ routeId, titleBlock }: StoryViewProps) {
  const { data, error, refetch } = useQuery({
    queryKey: ['story', routeId],
    queryFn: () => ask(toldStorySchema, 'GET', `routes/${routeId}/story`),
  });
  if (error !== null) {
    return (
      <Notice tone="fault">
        {say`The story could not be told: ${sentenceOf(error)}`}{' '}
        <Button onClick={() => void refetch()}>{say`Try again`}</Button>
      </Notice>
    );
  }
  if (data === undefined)
    return <p role="status">{say`Reading the log and comparing revisions …`}</p>;
  return <Told {...data} routeId={routeId} titleBlock={titleBlock} />;
}

export const StoryView = island(StorySheet);

function Told({ story, model, cards, questions, routeId, titleBlock }: ToldStory & StoryViewProps) {
  const { points } = story;
  const { chapters, events, left } = storyPages(story);
  return (
    <article className={styles['story']}>
      <nav className={styles['out']} aria-label={say`Take it out`}>
        <Button variant="main" onClick={() => print()}>{say`Print`}</Button>
        {[
          [say`Markdown`, 'story.md'],
          [say`Figure as SVG`, 'figure.svg'],
          [say`Runs as CSV`, 'runs-file'],
          [say`Everything as JSON`, 'bundle'],
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
        <a href={sheetAddress('/verdict')}>{say`Back to the verdict`}</a>
      </nav>
      <section className={styles['page']}>
        <p className={styles['over']}>{say`${story.route}, ${story.robot} on ${story.field}`}</p>
        <h1>{story.headline}</h1>
        <p className={styles['lead']}>{story.reason}</p>
        {model !== null && cards.length > 0 && (
          <div className={styles['cards']}>
            {cards.map((card) => (
              <ChapterCard
                key={card.revision}
                card={card}
                chapter={story.chapters.find(({ number }) => number === card.revision)!}
                model={model}
              />
            ))}
          </div>
        )}
        <table className={`${table['table']} ${styles['table']}`}>
          <thead>
            <tr>
              <th>{say`revision`}</th>
              <th>{say`why`}</th>
              <th>{say`hits`}</th>
              <th>{say`true rate`}</th>
              <th>{say`verdict`}</th>
            </tr>
          </thead>
          <tbody>
            {chapters.map((chapter) => (
              <tr key={chapter.number}>
                <td>
                  <b>{chapter.number}</b>
                  <small>{formatMoment(chapter.createdAt, 'day')}</small>
                </td>
                <td>
                  {chapter.why}
                  {chapter.promise !== null && (
                    <small>
                      {chapter.promise === 'kept' ? say`promise kept` : say`promise not kept`}
                    </small>
                  )}
                </td>
                <td>{say`${chapter.verdict.hits} of ${chapter.verdict.runs}`}</td>
                <td>
                  {chapter.verdict.runs === 0
                    ? '–'
                    : say`${formatNumber(100 * chapter.verdict.interval.low, 0)} to ${formatNumber(100 * chapter.verdict.interval.high, 0)} %`}
                </td>
                <td>
                  {chapter.headline}
                  {chapter.seen !== null && <small>{chapter.seen}</small>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {left.chapters > 0 && (
          <p
            className={styles['how']}
          >{say`${left.chapters} revisions between stand in the log.`}</p>
        )}
        <p>{sayWith`Points of a run to expect now: ${(<b>{formatNumber(points.expected, 0)}</b>)} of ${points.full}, between ${formatNumber(points.low, 0)} and ${formatNumber(points.high, 0)}. Wanted chance to hit: ${percent(story.goal)}.`}</p>
        <p
          className={styles['how']}
        >{say`How it was judged: hits are counted, and the true rate is Wilson’s interval at 95 %. An aim is made only when Hotelling’s test finds the offset real; two revisions are compared by dealing their runs out 4,000 times. Runs are set aside only with a cause, and stay in the log.`}</p>
      </section>
      <section className={styles['page']}>
        <Track track={story.track} />
        <h2>{say`Timeline`}</h2>
        <ol className={styles['events']}>
          {events.map(({ at, kind, title, says }) => (
            <li key={`${kind} ${title} ${at}`} data-kind={kind}>
              <time dateTime={at}>{formatMoment(at, 'day and time')}</time>
              <p>
                <b>{title}</b> {says}
              </p>
            </li>
          ))}
        </ol>
        {left.events > 0 && (
          <p
            className={styles['how']}
          >{say`${left.events} more entries, most of them bench records, stand in the Markdown and in the log.`}</p>
        )}
        <div className={styles['bottom']}>
          <TitleBlock {...titleBlock} />
        </div>
      </section>
      <section className={`${styles['page']} ${styles['figure']}`}>
        <h2>{say`How we became consistent`}</h2>
        <img
          src={`/api/v1/routes/${routeId}/figure.svg`}
          alt={say`Hits and spread of every revision: ${story.headline}`}
        />
      </section>
      {questions.length > 0 && (
        <section className={styles['page']} aria-label={say`Likely questions`}>
          <h2>{say`Likely questions`}</h2>
          <p
            className={styles['how']}
          >{say`Cards to cut out, with your own numbers; say them in your own words.`}</p>
          <dl className={styles['questions']}>
            {questions.map(({ question, answer }) => (
              <div key={question}>
                <dt>{question}</dt>
                <dd>{answer}</dd>
              </div>
            ))}
          </dl>
        </section>
      )}
    </article>
  );
}

/** Of everything that was promised, how much came true; nothing before anything was. */
function Track({ track }: { track: ToldStory['story']['track'] }) {
  if (track.lines.length === 0) return null;
  const factor = trackFaultWords(track);
  return (
    <section className={styles['track']}>
      <h2>{say`What was promised, and what came true`}</h2>
      <table className={`${table['table']} ${styles['table']}`}>
        <thead>
          <tr>
            <th>{say`promise`}</th>
            <th>{say`should`}</th>
            <th>{say`came true`}</th>
            <th>{say`true share`}</th>
          </tr>
        </thead>
        <tbody>
          {track.lines.map((line) => (
            <tr key={line.kind}>
              <td>{trackLineWords(line)}</td>
              <td>{percent(line.promised)}</td>
              <td>{say`${line.came} of ${line.asked}`}</td>
              <td
                data-fault={!line.fair}
              >{say`${formatNumber(100 * line.interval.low, 0)} to ${formatNumber(100 * line.interval.high, 0)} %${line.fair ? '' : ' ✗'}`}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {factor !== null && <Notice tone="fault">{factor}</Notice>}
      <p
        className={styles['how']}
      >{say`Every promise is held against runs that came after it. Runs of one revision err together, so a region counts once a revision; the true share is Wilson’s interval at 95 %.`}</p>
    </section>
  );
}

interface ChapterCardProps {
  card: StoryCard;
  chapter: StoryChapter;
  model: NonNullable<ToldStory['model']>;
}

function ChapterCard({ card, chapter, model }: ChapterCardProps) {
  const { summary } = chapter.verdict;
  return (
    <figure>
      <TargetCard
        zone={model.zone}
        title={model.name}
        runs={card.runs}
        region={summary === null ? null : predictionEllipse(summary)}
        mean={summary?.mean ?? null}
        enlarges={false}
      />
      <figcaption>{say`Revision ${chapter.number}: ${chapter.verdict.hits} of ${chapter.verdict.runs}`}</figcaption>
    </figure>
  );
}
