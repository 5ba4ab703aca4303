import { improvementWords } from '../../core/text/matchWords.ts';
import { buttonClass } from '../../ui/Button.tsx';
import { taskAddress } from '../../ui/taskAddress.ts';
import { Explanation } from '../../ui/Explanation.tsx';
import styles from './MatchView.module.css';
import { useMatchWork } from './matchWork.ts';
import { say } from '../../core/language/say.ts';

/** Improvements that are named. */
const SHOWN = 6;

/** What would make the match better, most first, by planning it again with each. */
export function BringsMost() {
  const { summary, plan } = useMatchWork();
  if (summary === null) return null;
  return (
    <section className={styles['sheet']} aria-label={say`What brings most`}>
      <h2>{say`What brings most`}</h2>
      <ol className={styles['rows']}>
        {summary.improvements.slice(0, SHOWN).map((improvement) => {
          const words = improvementWords(improvement, plan.goal);
          const { what } = improvement;
          const line = (
            <>
              <b>{words.what}</b> <small>{words.cost}</small>
            </>
          );
          return (
            <li key={words.what}>
              <span>
                {what.kind === 'task' ? (
                  <a
                    href={taskAddress({
                      kind: what.task.kind,
                      bench: what.task.bench,
                      routeId: what.task.route.routeId,
                    })}
                  >
                    {line}
                  </a>
                ) : (
                  line
                )}
              </span>
              <output>{words.gain}</output>
            </li>
          );
        })}
      </ol>
      {summary.improvements.length === 0 && (
        <p className={styles['hint']}>{say`Nothing that is known would bring a point more.`}</p>
      )}
      <p className={styles['buttons']}>
        <a className={buttonClass('main')} href="#evening">
          {say`Plan an evening`}
        </a>
        <a className={buttonClass()} href="#venue">
          {say`The event day`}
        </a>
        <a className={buttonClass()} href="#rehearse" data-needs="table">
          {say`Rehearse`}
        </a>
      </p>
      <Explanation
        of={say`The match is planned again with each of them done, and the difference is what stands here. An aim lifts a chance to what its verdict expects; “up to” is what the goal of the route would bring. Hand-overs are taken a quarter quicker.`}
      />
    </section>
  );
}
