import type { FieldRecord } from '../../contracts/fields.ts';
import { fieldDifferences } from '../../core/field/fieldWords.ts';
import { fittedPlan } from '../../core/route/fittedPlan.ts';
import type { RoutePlan } from '../../core/route/plan.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

interface NewerFieldProps {
  /** The drawing that the plan stands on. */
  present: FieldRecord;
  newer: FieldRecord;
  plan: RoutePlan;
  /** Goes on with the newer drawing, and with the plan as it fits that. */
  onTake: (plan: RoutePlan) => void;
}

/** Differences that are said one by one; more are counted. */
const SAID = 4;

/** Says that the field was drawn anew since this route was planned, what changed, and offers to go on with that. */
export function NewerField({ present, newer, plan, onTake }: NewerFieldProps) {
  const changes = fieldDifferences(present.field, newer.field);
  const fitted = fittedPlan(plan, newer.field);
  const more = changes.length - SAID;
  return (
    <Notice>
      {sayWith`“${newer.name}” was drawn anew since: this route stands on drawing ${present.revision.number}, the newest is ${newer.revision.number}. ${changes.slice(0, SAID).join(' ')}${more > 0 && say` And ${more} more.`} ${fitted.says.join(' ')}`}{' '}
      <Button onClick={() => onTake(fitted.plan)}>{say`Go on with the newest`}</Button>
    </Notice>
  );
}
