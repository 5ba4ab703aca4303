import { bySureness, isAngle } from '../../core/analysis/moves/moveDeviations.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import type { RoutePlan } from '../../core/route/plan.ts';
import { titlesOf } from '../../core/route/titles.ts';
import { correctionSentence, deviationSentence, deviationText } from '../../core/text/moveWords.ts';
import { Button } from '../Button.tsx';
import styles from './MoveByMove.module.css';
import type { SeenMoves } from './useMoves.ts';
import { plural, say } from '../../core/language/say.ts';

interface MoveByMoveProps {
  moves: SeenMoves;
  plan: RoutePlan;
  setup: RobotParameters;
  /** How the start was put down in the run that is shown, in words; null without one. */
  putDown: string | null;
  /** Shows the newest run’s own numbers, instead of the means. */
  newest: boolean;
  /** Makes the next revision with a corrected number; absent where nobody may. */
  onRevision?: ((plan: RoutePlan, reason: string) => void) | undefined;
}

/** What each move did, beside what it should: one run’s numbers, and what all of them say. */
export function MoveByMove({ moves, plan, setup, putDown, newest, onRevision }: MoveByMoveProps) {
  const titles = titlesOf(plan.moves, setup);
  const { deviations, corrections, runs } = moves;
  const [worst] = deviations.filter(({ errs }) => errs).toSorted(bySureness);
  const correction = corrections.find(({ moveId }) => moveId === worst?.moveId);
  return (
    <section className={styles['moves']} aria-label={say`Move by move`}>
      <h2>{say`Move by move`}</h2>
      <ol className={styles['list']}>
        {putDown !== null && (
          <li>
            <span>{say`put down`}</span>
            <b>{putDown}</b>
          </li>
        )}
        {deviations.map((one) => {
          // One run alone has no mean with an interval, and still a number.
          const last = one.values.at(-1) ?? null;
          const value = newest ? last : (one.offset?.value ?? last);
          return (
            <li key={one.step} data-errs={one.errs && value !== null}>
              <span>
                {one.position + 1} {titles[one.position]!.short}
              </span>
              <b>
                {value === null ? say`not seen` : deviationText(value, isAngle(one.by))}
                {one.errs && one.always && newest && value !== null ? say`, every run` : ''}
                {!newest && one.offset !== null && (
                  <small>{marginText(one.offset.high - one.offset.low, isAngle(one.by))}</small>
                )}
              </b>
            </li>
          );
        })}
      </ol>
      {worst === undefined ? (
        <p>
          {runs < FEW
            ? say`${plural(runs, 'One run says', '# runs say')} little of a single move yet: a few more.`
            : say`In ${runs} runs no move errs by more than chance does.`}
        </p>
      ) : (
        <p>
          <b>{say`${plural(runs, 'One run says:', '# runs say:')}`}</b>{' '}
          {deviationSentence(worst, plan, setup)}{' '}
          {correction !== undefined && correctionSentence(correction, plan, setup)}
        </p>
      )}
      {correction !== undefined && worst !== undefined && onRevision !== undefined && (
        <div className={styles['act']} data-needs="coach">
          <Button
            variant="main"
            onClick={() => onRevision(correction.plan, deviationSentence(worst, plan, setup))}
          >{say`Make the next revision`}</Button>
        </div>
      )}
    </section>
  );
}

/** With fewer runs no move can be told from chance. */
const FEW = 4;

function marginText(width: number, angle: boolean): string {
  return ` ± ${deviationText(width / 2, angle).replace('+', '')}`;
}
