import { formatNumber } from '../../../core/mathematics/quantity.ts';
import { Button } from '../../../ui/Button.tsx';
import styles from './Rehearse.module.css';
import { modelsOf, useRehearsing } from './rehearsing.ts';
import { say } from '../../../core/language/say.ts';

/** What was run, with what was reached: two presses a model, by whoever stands there. */
export function Legs() {
  const work = useRehearsing();
  const { course, current, elapsed, log, nameOf } = work;
  const { legs, skipped } = course!;
  if (legs.length + skipped.length === 0) return null;
  const at = Math.round(10 * elapsed) / 10;
  return (
    <ol className={styles['legs']} aria-label={say`What was run`}>
      {legs.map((leg) => (
        <li key={leg.started} aria-label={nameOf(leg.entryId)}>
          <b>{nameOf(leg.entryId)}</b>
          <output>
            {leg.ended === null
              ? leg.rescued
                ? say`rescued`
                : say`from ${formatNumber(leg.started, 0)} s`
              : say`${formatNumber(leg.ended - leg.started, 1)} s`}
          </output>
          <div className={styles['models']} data-needs="table">
            {modelsOf(work, leg.entryId).map(({ id, name, points }) => {
              const said = leg.outcomes.find(({ modelId }) => modelId === id);
              const tell = (hit: boolean) =>
                void log.note(current!.id, {
                  kind: 'outcome',
                  at,
                  entryId: leg.entryId,
                  modelId: id,
                  hit,
                  points: hit ? points : 0,
                });
              return (
                <span key={id} role="group" aria-label={name}>
                  <span>{name}</span>
                  <Button aria-pressed={said?.hit === true} onClick={() => tell(true)}>
                    {say`Hit, +${formatNumber(points, 0)}`}
                  </Button>
                  <Button aria-pressed={said?.hit === false} onClick={() => tell(false)}>
                    {say`Miss`}
                  </Button>
                </span>
              );
            })}
          </div>
        </li>
      ))}
      {skipped.map(({ entryId, at: when, why }) => (
        <li key={`${entryId} ${when}`}>
          <b>{nameOf(entryId)}</b>
          <output>{say`skipped: ${why}`}</output>
        </li>
      ))}
    </ol>
  );
}
