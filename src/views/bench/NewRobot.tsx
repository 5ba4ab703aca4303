import { robotSchema } from '../../contracts/robots.ts';
import { useState } from 'react';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty } from '../../ui/Empty.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { island } from '../../ui/island.tsx';
import styles from '../../ui/Empty.module.css';
import { TextField } from '../../ui/TextField.tsx';
import { say } from '../../core/language/say.ts';

/** Starts a robot with a name; its setup begins with plausible numbers. */
function NewRobotSheet({ first }: { first: boolean }) {
  const [name, setName] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const create = async () => {
    try {
      const robot = await ask(robotSchema, 'POST', 'robots', { name });
      location.assign(`/bench?robot=${robot.id}`);
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <Empty
      title={first ? say`Begin with your robot.` : say`A new robot.`}
      offerDemo={first}
      action={
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void create();
          }}
          className={styles['form']}
        >
          <TextField
            label={say`Name of the robot`}
            value={name}
            onChange={setName}
            maxLength={80}
            autoFocus
          />
          <Button
            data-needs="coach"
            variant="main"
            type="submit"
            disabled={name.trim() === ''}
          >{say`Describe it`}</Button>
          {fault !== null && <Notice tone="fault">{fault}</Notice>}
        </form>
      }
    >{say`It starts with plausible numbers. Replace them as you measure: wheels and track with a ruler, the turn on its bench.`}</Empty>
  );
}

export const NewRobot = island(NewRobotSheet);
