import type { Field } from '../../core/field/field.ts';
import type { RoutePlan } from '../../core/route/moves.ts';
import { Button } from '../../ui/Button.tsx';
import styles from './Checkpoints.module.css';

interface CheckpointsProps {
  plan: RoutePlan;
  field: Field;
  titles: readonly string[];
  selected: string | null;
  onChange: (plan: RoutePlan) => void;
}

/** Where runs are measured: after which moves, and at which model. */
export function Checkpoints({ plan, field, selected, onChange }: CheckpointsProps) {
  const position = (id: string) => plan.moves.findIndex((move) => move.id === id) + 1;
  const free = field.models.filter(
    (model) => !plan.checkpoints.some((checkpoint) => checkpoint.modelId === model.id),
  );
  const add = (modelId: string) => {
    const model = field.models.find((candidate) => candidate.id === modelId);
    if (model === undefined || selected === null) return;
    const checkpoint = { id: model.id, name: model.name, afterMoveId: selected, modelId };
    onChange({
      ...plan,
      checkpoints: [...plan.checkpoints, checkpoint].toSorted(
        (a, b) => position(a.afterMoveId) - position(b.afterMoveId),
      ),
    });
  };
  return (
    <section className={styles['list']}>
      <h2>Runs are measured</h2>
      {plan.checkpoints.map((checkpoint) => (
        <div key={checkpoint.id} className={styles['row']}>
          <span>
            after move {position(checkpoint.afterMoveId)}, at {checkpoint.name}
          </span>
          <Button
            weight="quiet"
            aria-label={`Do not measure at ${checkpoint.name}`}
            onClick={() =>
              onChange({
                ...plan,
                checkpoints: plan.checkpoints.filter((other) => other !== checkpoint),
              })
            }
          >
            remove
          </Button>
        </div>
      ))}
      {free.length > 0 && selected !== null && (
        <div className={styles['row']}>
          <select
            aria-label={`Measure after move ${position(selected)} at`}
            value=""
            onChange={(event) => add(event.target.value)}
          >
            <option value="">after move {position(selected)}, at …</option>
            {free.map((model) => (
              <option key={model.id} value={model.id}>
                {model.name}
              </option>
            ))}
          </select>
        </div>
      )}
    </section>
  );
}
