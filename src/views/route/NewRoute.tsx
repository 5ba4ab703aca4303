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
  const [name, setName] = useState('');
  const [robotId, setRobotId] = useState(robots[0]!.id);
  const [fieldId, setFieldId] = useState(fields[0]!.id);
  const [fault, setFault] = useState<string | null>(null);
  const create = async () => {
    const field = fields.find((candidate) => candidate.id === fieldId)!;
    try {
      const route = await ask(routeSchema, 'POST', 'routes', {
        name,
        robotId,
        fieldId,
        plan: { startId: field.field.starts[0]!.id, moves: [] },
      });
      location.assign(`/route?route=${route.id}`);
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <form
      className={styles['empty']}
      onSubmit={(event) => {
        event.preventDefault();
        void create();
      }}
    >
      <h1>A new route.</h1>
      <p>Name it after what it is for, such as the models it goes to.</p>
      <TextField label="Name" value={name} onChange={setName} maxLength={80} autoFocus />
      <Picker
        label="Robot"
        value={robotId}
        options={robots.map((r) => ({ value: r.id, label: r.name }))}
        onChange={setRobotId}
      />
      <Picker
        label="Field"
        value={fieldId}
        options={fields.map((f) => ({ value: f.id, label: f.name }))}
        onChange={setFieldId}
      />
      <Button variant="main" type="submit" disabled={name.trim() === ''}>
        Start the route
      </Button>
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
    </form>
  );
}

export const NewRoute = island(NewRouteSheet);
