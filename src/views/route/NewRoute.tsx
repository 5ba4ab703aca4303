import { useMutation } from '@tanstack/react-query';
import { routeSchema, type FieldRecord, type Robot } from '../../contracts/records.ts';
import { useState } from 'react';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Picker, TextField } from '../../ui/TextField.tsx';
import { island } from '../../ui/island.tsx';
import styles from '../../ui/Empty.module.css';

interface NewRouteProps {
  robots: Pick<Robot, 'id' | 'name'>[];
  fields: FieldRecord[];
}

/** Starts a route: a name, the robot that drives it and the field it is on. */
function NewRouteSheet({ robots, fields }: NewRouteProps) {
  const [form, setForm] = useState({
    name: '',
    robotId: robots[0]!.id,
    fieldId: fields[0]!.id,
  });
  const change = (part: Partial<typeof form>) => setForm((now) => ({ ...now, ...part }));
  const { name, robotId, fieldId } = form;
  const create = useMutation({
    mutationFn: () => {
      const { field } = fields.find(({ id }) => id === fieldId)!;
      return ask(routeSchema, 'POST', 'routes', {
        name,
        robotId,
        fieldId,
        plan: { startId: field.starts[0]!.id, moves: [] },
      });
    },
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
      <h1>A new route.</h1>
      <p>Name it after what it is for, such as the models it goes to.</p>
      <TextField
        label="Name"
        value={name}
        onChange={(to) => change({ name: to })}
        maxLength={80}
        autoFocus
      />
      <Picker
        label="Robot"
        value={robotId}
        options={robots.map((r) => ({ value: r.id, label: r.name }))}
        onChange={(to) => change({ robotId: to })}
      />
      <Picker
        label="Field"
        value={fieldId}
        options={fields.map((f) => ({ value: f.id, label: f.name }))}
        onChange={(to) => change({ fieldId: to })}
      />
      <Button variant="main" type="submit" disabled={name.trim() === ''}>
        Start the route
      </Button>
      {create.error !== null && <Notice tone="fault">{sentenceOf(create.error)}</Notice>}
    </form>
  );
}

export const NewRoute = island(NewRouteSheet);
