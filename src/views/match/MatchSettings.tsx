import type { MatchPlan, TypedTime } from '../../core/match/matchPlan.ts';
import { Choice } from '../../ui/Choice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import styles from './MatchView.module.css';
import { useMatchWork } from './matchWork.ts';
import { say } from '../../core/language/say.ts';

type GoalKind = 'mean' | 'at least' | 'worst tenth';

/** What is wanted before a number was chosen: points. */
const USUAL_WISH = 100;

/** What is wanted of the match, how long it lasts, and the times between routes. */
export function MatchSettings() {
  const { plan, history, summary } = useMatchWork();
  const change = (part: Partial<MatchPlan>) => history.change({ ...plan, ...part });
  const kind: GoalKind = typeof plan.goal === 'object' ? 'at least' : plan.goal;
  const wish = Math.round(summary?.expected ?? USUAL_WISH);
  return (
    <section className={styles['form']} aria-label={say`What is wanted`}>
      <h2>{say`What is wanted`}</h2>
      <Choice
        label={say`Goal`}
        value={kind}
        options={[
          { value: 'mean', label: say`many points` },
          { value: 'at least', label: say`at least so many` },
          { value: 'worst tenth', label: say`a good worst tenth` },
        ]}
        onChange={(next) => change({ goal: next === 'at least' ? { atLeast: wish } : next })}
      />
      {typeof plan.goal === 'object' && (
        <QuantityField
          label={say`points wanted`}
          kind="number"
          digits={0}
          value={plan.goal.atLeast}
          refuse={within(0, 10_000)}
          onChange={(atLeast) => change({ goal: { atLeast } })}
        />
      )}
      <QuantityField
        label={say`a match lasts`}
        kind="time"
        digits={0}
        value={plan.seconds}
        refuse={within(10, 600)}
        onChange={(seconds) => change({ seconds: Math.round(seconds) })}
      />
      <TimeFields
        label={say`hand-over, same attachment`}
        time={plan.sameAttachment}
        onChange={(sameAttachment) => change({ sameAttachment })}
      />
      <TimeFields
        label={say`hand-over with another attachment`}
        time={plan.otherAttachment}
        onChange={(otherAttachment) => change({ otherAttachment })}
      />
      <QuantityField
        label={say`a rescue by hand costs, points`}
        kind="number"
        digits={0}
        value={plan.rescuePenalty}
        refuse={within(0, 1000)}
        onChange={(rescuePenalty) => change({ rescuePenalty })}
      />
    </section>
  );
}

interface TimeFieldsProps {
  label: string;
  time: TypedTime;
  onChange: (time: TypedTime) => void;
}

function TimeFields({ label, time, onChange }: TimeFieldsProps) {
  return (
    <>
      <QuantityField
        label={label}
        kind="time"
        value={time.mean}
        refuse={within(0, 300)}
        onChange={(mean) => onChange({ ...time, mean })}
      />
      <QuantityField
        label={say`give or take`}
        kind="time"
        value={time.sd}
        refuse={within(0, 150)}
        onChange={(sd) => onChange({ ...time, sd })}
      />
    </>
  );
}

function within(least: number, most: number): (value: number) => string | null {
  return (value) =>
    value < least || value > most ? say`It must lie between ${least} and ${most}.` : null;
}
