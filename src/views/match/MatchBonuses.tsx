import { Plus, X } from 'lucide-react';
import type { MatchPlan } from '../../core/match/matchPlan.ts';
import { Button } from '../../ui/Button.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import styles from './MatchView.module.css';
import { useMatchWork } from './matchWork.ts';
import { say } from '../../core/language/say.ts';

type Bonus = MatchPlan['bonuses'][number];

/** More than these a plan does not hold. */
const MOST = 4;

/** What several models bring together, besides what each brings. */
export function MatchBonuses() {
  const { plan, models, history } = useMatchWork();
  const change = (bonuses: Bonus[]) => history.change({ ...plan, bonuses });
  const put = (place: number, part: Partial<Bonus>) =>
    change(plan.bonuses.map((bonus, i) => (i === place ? { ...bonus, ...part } : bonus)));
  const names = new Set(plan.bonuses.map(({ name }) => name));
  let fresh = say`Bonus`;
  for (let number = 2; names.has(fresh); number++) fresh = say`Bonus ${number}`;
  return (
    <section className={styles['form']} aria-label={say`Bonuses`}>
      <h2>{say`Bonuses`}</h2>
      {plan.bonuses.map((bonus, place) => (
        <fieldset key={place} className={styles['bonus']}>
          <TextField
            label={say`what for`}
            value={bonus.name}
            maxLength={80}
            onChange={(name) => {
              if (name.trim() !== '') put(place, { name });
            }}
          />
          <QuantityField
            label={say`points`}
            kind="number"
            digits={0}
            value={bonus.points}
            onChange={(points) => put(place, { points })}
          />
          <div className={styles['models']} role="group" aria-label={say`All of`}>
            {models.map(({ id, name }) => (
              <Button
                key={id}
                aria-pressed={bonus.modelIds.includes(id)}
                onClick={() => {
                  const modelIds = bonus.modelIds.includes(id)
                    ? bonus.modelIds.filter((one) => one !== id)
                    : [...bonus.modelIds, id];
                  // A bonus for one model is the model’s own points.
                  if (modelIds.length >= 2 && modelIds.length <= 6) put(place, { modelIds });
                }}
              >
                {name}
              </Button>
            ))}
          </div>
          <Button
            data-needs="coach"
            aria-label={say`Remove ${bonus.name}`}
            onClick={() => change(plan.bonuses.toSpliced(place, 1))}
          >
            <X size={16} />
          </Button>
        </fieldset>
      ))}
      {plan.bonuses.length === 0 && (
        <p
          className={styles['hint']}
        >{say`Points that several models bring together, when all of them are reached.`}</p>
      )}
      {plan.bonuses.length < MOST && models.length >= 2 && (
        <p data-needs="coach">
          <Button
            onClick={() =>
              change([
                ...plan.bonuses,
                { name: fresh, modelIds: models.slice(0, 2).map(({ id }) => id), points: 10 },
              ])
            }
          >
            <Plus size={16} /> {say`A bonus`}
          </Button>
        </p>
      )}
    </section>
  );
}
