import { useMutation } from '@tanstack/react-query';
import { matchSchema } from '../../contracts/matches.ts';
import type { Robot } from '../../contracts/robots.ts';
import { MOST_ENTRIES, USUAL_TIMES } from '../../core/match/matchPlan.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import styles from './MatchView.module.css';
import type { OwnRoute } from './matchWork.ts';
import { plural, say } from '../../core/language/say.ts';

interface NewMatchProps {
  robot: Pick<Robot, 'id' | 'name'>;
  fieldId: string;
  fieldName: string;
  routes: readonly OwnRoute[];
}

/** The length of a match of which the field says nothing, s. */
const USUAL_SECONDS = 150;

/** The door to a first plan: all routes of the robot on the field, in the order of their names. */
export function NewMatch({ robot, fieldId, fieldName, routes }: NewMatchProps) {
  const own = routes.filter((route) => route.fieldId === fieldId).slice(0, MOST_ENTRIES);
  const { mutate, isPending, error } = useMutation({
    mutationFn: () =>
      ask(matchSchema, 'POST', 'matches', {
        name: fieldName,
        robotId: robot.id,
        fieldId,
        plan: {
          seconds: Math.round(own[0]?.field.matchSeconds ?? USUAL_SECONDS),
          goal: 'mean',
          entries: own
            .toSorted((a, b) => a.evidence.name.localeCompare(b.evidence.name))
            .map(({ evidence }, i) => ({ id: `e${i + 1}`, routeId: evidence.routeId })),
          ...USUAL_TIMES,
        },
      }),
    onSuccess: ({ id }) => {
      const address = new URL(location.href);
      address.searchParams.set('match', id);
      location.assign(address);
    },
  });
  return (
    <section className={styles['new']}>
      <h1>{say`Plan the match of ${robot.name}.`}</h1>
      <p>{say`${plural(own.length, 'One route', '# routes')} on ${fieldName}: Corvat takes chances and times from their runs, or from the forecast, and says what to run in which order, and when not to start one more.`}</p>
      <Button
        variant="main"
        data-needs="coach"
        disabled={isPending}
        onClick={() => mutate()}
      >{say`Plan a match with them`}</Button>
      {error !== null && <Notice tone="fault">{sentenceOf(error)}</Notice>}
    </section>
  );
}
