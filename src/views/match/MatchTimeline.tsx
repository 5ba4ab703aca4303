import { formatNumber } from '../../core/mathematics/quantity.ts';
import { percent } from '../../core/text/sentences.ts';
import styles from './MatchTimeline.module.css';
import { useMatchWork } from './matchWork.ts';
import { say } from '../../core/language/say.ts';

interface MatchTimelineProps {
  chosen: string | null;
  onChoose: (entryId: string) => void;
}

/** The match from the start to the horn, as it likeliest goes: routes as wide as they last, hand-overs between them. */
export function MatchTimeline({ chosen, onChoose }: MatchTimelineProps) {
  const { plan, summary, prospects, nameOf } = useMatchWork();
  if (summary === null || prospects === null)
    return <div className={styles['empty']} aria-hidden />;
  const { seconds } = plan;
  const wide = (length: number) => ({ flexGrow: length });
  const ends = summary.card.map(({ starts, lasts }) => starts + lasts);
  const idle = Math.max(0, seconds - (ends.at(-1) ?? 0));
  const attachmentOf = (id: string) => plan.entries.find((entry) => entry.id === id)?.attachment;
  return (
    <section className={styles['match']} aria-label={say`The match`}>
      <ol className={styles['line']}>
        {summary.order.map((id, i) => {
          const line = summary.card[i]!;
          const routeId = plan.entries.find((entry) => entry.id === id)?.routeId ?? '';
          const prospect = prospects[routeId];
          const [first] = line.choices;
          const only = line.choices.length > 1 && first?.route === id ? first.least : null;
          const before = summary.order[i - 1];
          const changes = before !== undefined && attachmentOf(before) !== attachmentOf(id);
          const carried = attachmentOf(id);
          return (
            <li key={id} style={wide(line.handed + line.lasts)}>
              {i > 0 && (
                <span className={styles['handed']} style={wide(line.handed)}>
                  <small>
                    {say`${changes ? (carried ? say`change to ${carried}` : say`take it off`) : say`hand over`}, ${formatNumber(line.handed, 0)} s`}
                  </small>
                </span>
              )}
              <button
                type="button"
                className={styles['route']}
                style={wide(line.lasts)}
                aria-pressed={chosen === id}
                onClick={() => onChoose(id)}
              >
                {only !== null && <em>{say`only with ${formatNumber(only, 0)} s or more left`}</em>}
                <b>{nameOf(id)}</b>
                {prospect !== undefined && (
                  <>
                    <span>{say`${formatNumber(expectedOf(prospect), 0)} of ${formatNumber(prospect.full, 0)}`}</span>
                    <span>{percent(prospect.chance.expected)}</span>
                  </>
                )}
              </button>
            </li>
          );
        })}
        <li className={styles['idle']} style={wide(idle)} />
      </ol>
      <ol className={styles['scale']} aria-hidden>
        {ticksOf(seconds).map((tick) => (
          <li key={tick} style={{ left: `${(100 * tick) / seconds}%` }}>
            {say`${formatNumber(tick, 0)} s`}
          </li>
        ))}
      </ol>
    </section>
  );
}

function expectedOf({ outcomes }: { outcomes: readonly Outcome[] }): number {
  return outcomes.reduce(
    (sum, { chance, gained }) =>
      sum + chance * gained.reduce((points, one) => points + one.points, 0),
    0,
  );
}

interface Outcome {
  chance: number;
  gained: readonly { points: number }[];
}

/** Round seconds under the drawing, five at the most, and the horn. */
function ticksOf(seconds: number): number[] {
  const step = [5, 10, 20, 30, 50, 100, 200].find((one) => seconds / one <= 4.5) ?? 300;
  const round = Array.from({ length: Math.ceil(seconds / step) }, (_, i) => i * step);
  return [...round.filter((tick) => tick < seconds - step / 3), seconds];
}
