import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { radians } from '../../core/mathematics/angle.ts';
import { definitionOf } from '../../core/moves/index.ts';
import { aimableNumber } from '../../core/route/plan.ts';
import { shownNumber } from '../../core/text/sentences.ts';
import { Choice } from '../../ui/Choice.tsx';
import styles from './VerdictView.module.css';
import { useVerdictState, useVerdictWork } from './verdictWork.ts';
import { say } from '../../core/language/say.ts';

/** How many numbers, how far, at which checkpoints, and which moves stay as they are. */
export function AimSettings() {
  const { experiment, targets, store } = useVerdictWork();
  const limits = useVerdictState((state) => state.limits);
  const together = useVerdictState((state) => state.together);
  const { moves } = experiment.plan;
  return (
    <details className={styles['settings']}>
      <summary>{say`What an aim may change`}</summary>
      <Choice
        label={say`Numbers at the most`}
        value={String(limits.numbers) as '1' | '2' | '3'}
        options={[
          { value: '1', label: '1' },
          { value: '2', label: '2' },
          { value: '3', label: '3' },
        ]}
        onChange={(value) => store.limit({ numbers: Number(value) as 1 | 2 | 3 })}
      />
      <Choice
        label={say`By no more than`}
        value={limits.length > 60 ? 'far' : 'little'}
        options={[
          { value: 'little', label: `${formatQuantity(30, 'length', 0)}, 5°` },
          { value: 'far', label: `${formatQuantity(120, 'length', 0)}, 20°` },
        ]}
        onChange={(value) =>
          store.limit(
            value === 'far'
              ? { length: 120, angle: radians(20) }
              : { length: 30, angle: radians(5) },
          )
        }
      />
      <label className={styles['check']}>
        <input
          type="checkbox"
          checked={together}
          onChange={(event) => store.aimTogether(event.target.checked)}
        />
        {say`At all checkpoints together${together && targets.length > 1 ? `: ${targets.length}` : ''}`}
      </label>
      <fieldset className={styles['fixed']}>
        <legend>{say`Stay as they are`}</legend>
        {moves.map((move, i) => {
          const number = aimableNumber(move);
          return number === null ? null : (
            <label key={move.id} className={styles['check']}>
              <input
                type="checkbox"
                checked={limits.fixed.includes(move.id)}
                onChange={() => store.toggleFixed(move.id)}
              />
              {i + 1} {definitionOf(move.kind).name},{' '}
              {shownNumber(move, number.value, experiment.estimated)}
            </label>
          );
        })}
      </fieldset>
    </details>
  );
}
