import { z } from 'zod';
import {
  routeRevisionSchema,
  routeSchema,
  type Route,
  type RouteRevision,
} from '../../contracts/routes.ts';
import { useMutation, useQuery } from '@tanstack/react-query';
import { planDifferences } from '../../core/route/revisionWords.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import type { Field } from '../../core/field/field.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { CopyWords } from './CopyWords.tsx';
import styles from './Panels.module.css';
import { formatMoment } from '../../core/language/dates.ts';
import { say } from '../../core/language/say.ts';

interface RevisionsPanelProps {
  route: Route;
  /** The revision that is worked on; the list is read again when it changes. */
  revision: RouteRevision;
  setup: RobotParameters;
  field: Field;
  onContinue: (from: RouteRevision) => void;
}

function originWords(origin: RouteRevision['origin']): string {
  return { hand: say`by hand`, aim: say`by aim`, bench: say`by bench` }[origin];
}

/** All revisions, newest first: why each was made, what it changed, and a way back to it. */
export function RevisionsPanel({ route, revision, setup, field, onContinue }: RevisionsPanelProps) {
  const { data: revisions, error } = useQuery({
    queryKey: ['revisions', route.id, revision.id],
    queryFn: () => ask(z.array(routeRevisionSchema), 'GET', `routes/${route.id}/revisions`),
  });
  const branch = useMutation({
    mutationFn: (from: RouteRevision) =>
      ask(routeSchema, 'POST', 'routes', {
        name: say`${route.name}, from rev ${from.number}`.slice(0, 80),
        robotId: route.robotId,
        fieldId: route.fieldId,
        goal: route.goal,
        plan: from.plan,
      }),
    onSuccess: ({ id }) => location.assign(sheetAddress('/route', { route: id })),
  });
  const fault = branch.error ?? error;
  if (fault !== null) return <Notice tone="fault">{sentenceOf(fault)}</Notice>;
  if (revisions === undefined)
    return <p className={styles['hint']}>{say`Reading the revisions …`}</p>;
  return (
    <section className={styles['panel']} aria-label={say`Revisions`}>
      <ol className={styles['revisions']}>
        {revisions.map((one) => {
          const parent = revisions.find(({ number }) => number === one.parent);
          const changes = parent === undefined ? [] : planDifferences(parent.plan, one.plan, setup);
          return (
            <li key={one.id}>
              <div className={styles['revision']}>
                <b>{say`rev ${one.number}`}</b>
                <span>
                  {originWords(one.origin)}, {formatMoment(one.createdAt, 'day and time')}
                  {one.parent !== null &&
                    one.parent !== one.number - 1 &&
                    say`, from rev ${one.parent}`}
                </span>
              </div>
              {one.reason !== '' && <p>{one.reason}</p>}
              {changes.length > 0 && (
                <ul>
                  {changes.slice(0, 8).map((change) => (
                    <li key={change}>{change}</li>
                  ))}
                  {changes.length > 8 && <li>{say`and ${changes.length - 8} more changes`}</li>}
                </ul>
              )}
              <div className={styles['buttons']}>
                {one.id !== revision.id && (
                  <Button
                    variant="quiet"
                    onClick={() => onContinue(one)}
                  >{say`Continue from rev ${one.number}`}</Button>
                )}
                <CopyWords plan={one.plan} field={field} />
                <Button
                  data-needs="coach"
                  variant="quiet"
                  onClick={() => branch.mutate(one)}
                >{say`Make it a route of its own`}</Button>
              </div>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
