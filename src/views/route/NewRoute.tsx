import { useMutation } from '@tanstack/react-query';
import { routeSchema } from '../../contracts/routes.ts';
import type { FieldRecord } from '../../contracts/fields.ts';
import type { Robot } from '../../contracts/robots.ts';
import { useState } from 'react';
import { conventions } from '../../core/language/conventions.ts';
import type { RoutePlan } from '../../core/route/plan.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Picker, TextField } from '../../ui/TextField.tsx';
import { TypedRoute } from '../../ui/TypedRoute.tsx';
import { island } from '../../ui/island.tsx';
import styles from '../../ui/Empty.module.css';
import { say } from '../../core/language/say.ts';

interface NewRouteProps {
  robots: Pick<Robot, 'id' | 'name'>[];
  fields: FieldRecord[];
}

/** Starts a route: a name, the robot that drives it and the field it is on, and its moves where somebody sent them in words. */
function NewRouteSheet({ robots, fields }: NewRouteProps) {
  const [form, setForm] = useState({
    name: '',
    robotId: robots[0]!.id,
    fieldId: fields[0]!.id,
    plan: emptyPlan(fields[0]!),
  });
  const change = (part: Partial<typeof form>) => setForm((now) => ({ ...now, ...part }));
  const { name, robotId, fieldId, plan } = form;
  const { field } = fields.find(({ id }) => id === fieldId)!;
  const create = useMutation({
    mutationFn: () => ask(routeSchema, 'POST', 'routes', { name, robotId, fieldId, plan }),
    onSuccess: ({ id }) => location.assign(`/route?route=${id}`),
  });
  return (
    <form
      className={styles['empty']}
      onSubmit={(event) => {
        event.preventDefault();
        create.mutate();
      }}
    >
      <h1>{say`A new route.`}</h1>
      <p>{say`Name it after what it is for, such as the models it goes to.`}</p>
      <TextField
        label={say`Name`}
        value={name}
        onChange={(to) => change({ name: to })}
        maxLength={80}
        autoFocus
      />
      <Picker
        label={say`Robot`}
        value={robotId}
        options={robots.map((r) => ({ value: r.id, label: r.name }))}
        onChange={(to) => change({ robotId: to })}
      />
      <Picker
        label={say`Field`}
        value={fieldId}
        options={fields.map((f) => ({ value: f.id, label: f.name }))}
        onChange={(to) =>
          change({ fieldId: to, plan: emptyPlan(fields.find(({ id }) => id === to)!) })
        }
      />
      <p>{say`If you have it in words, from a message or in your head, put it here; or draw it next.`}</p>
      <TypedRoute
        key={fieldId}
        plan={plan}
        context={{ starts: field.starts, models: field.models, length: conventions().length }}
        onChange={(next) => change({ plan: next })}
      />
      <Button
        data-needs="coach"
        variant="main"
        type="submit"
        disabled={name.trim() === ''}
      >{say`Start the route`}</Button>
      {create.error !== null && <Notice tone="fault">{sentenceOf(create.error)}</Notice>}
    </form>
  );
}

/** A route on a field that goes nowhere yet. */
function emptyPlan({ field }: FieldRecord): RoutePlan {
  return { startId: field.starts[0]!.id, moves: [] };
}

export const NewRoute = island(NewRouteSheet);
