import { setupRevisionSchema, type Robot, type SetupRevision } from '../../contracts/robots.ts';
import { useMemo, useState } from 'react';
import { withSources } from '../../core/robot/sources.ts';
import { knowledgeOf } from '../../core/robot/knowledge.ts';
import { parametersSchema, setupValue, withSetupValues } from '../../core/robot/parameters.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { MeasureNext } from '../../ui/MeasureNext.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { RobotDrawing } from '../../ui/RobotDrawing.tsx';
import { TextField } from '../../ui/TextField.tsx';
import bench from './BenchView.module.css';
import { SetupNumbers } from './SetupNumbers.tsx';
import styles from './SetupSheet.module.css';
import { Calculator } from './Calculator.tsx';
import type { JudgingRoute } from './judgingRoute.ts';
import { plural, say } from '../../core/language/say.ts';

interface SetupSheetProps {
  robot: Robot;
  /** The route that people work on: by it is said what to measure next. */
  route: JudgingRoute | null;
  onSaved: (setup: SetupRevision) => void;
}

/** The robot: as a drawing whose parts are pressed, then what to measure next, then all its numbers. */
export function SetupSheet({ robot, route, onSaved }: SetupSheetProps) {
  const stored = robot.setup;
  const [changes, setChanges] = useState<Record<string, number | boolean>>({});
  const [reason, setReason] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const setup = withSetupValues(stored.setup, changes);
  const changed = Object.keys(changes);

  const change = (path: string, value: number | boolean) => {
    const { [path]: _old, ...others } = changes;
    setChanges(setupValue(stored.setup, path) === value ? others : { ...others, [path]: value });
  };
  const save = async () => {
    try {
      const typed = Object.fromEntries(changed.map((path) => [path, { kind: 'typed' as const }]));
      const saved = await ask(setupRevisionSchema, 'POST', `robots/${robot.id}/setups`, {
        basedOn: stored.number,
        reason: reason.trim() === '' ? say`Typed` : reason.trim(),
        setup,
        sources: withSources(stored.sources, typed),
      });
      setChanges({});
      setReason('');
      setFault(null);
      onSaved(saved);
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  /** Why a value cannot be taken, by the same rule as the server's. */
  const refuse = (path: string) => (value: number) => {
    const parsed = parametersSchema.safeParse(withSetupValues(setup, { [path]: value }));
    return parsed.success ? null : (parsed.error.issues[0]?.message ?? say`That cannot be.`);
  };

  return (
    <>
      <div className={bench['head']}>
        <div>
          <h1>{say`${robot.name}, setup ${stored.number}`}</h1>
          <p>{stored.reason}</p>
        </div>
      </div>
      <div className={styles['first']}>
        <section aria-label={say`The robot as it is known`}>
          <RobotDrawing robot={robot} to={(bench) => `#${bench}`} />
          <p
            className={styles['note']}
          >{say`Solid is measured, with how far off it may be; dashed is a starting value. Press a part to measure it.`}</p>
        </section>
        {route !== null && <NextMeasurement robot={robot} route={route} />}
      </div>
      <SetupNumbers {...{ stored, setup, changed, refuse }} onChange={change} />
      <Calculator drive={setup.drive} />
      {changed.length > 0 && (
        <form
          className={styles['save']}
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
        >
          <TextField
            label={say`Why setup ${stored.number + 1}: ${plural(changed.length, '# number', '# numbers')} changed`}
            value={reason}
            onChange={setReason}
            maxLength={200}
            placeholder={say`new wheels`}
          />
          <Button
            data-needs="coach"
            variant="main"
            type="submit"
          >{say`Save as setup ${stored.number + 1}`}</Button>
          <Button onClick={() => setChanges({})}>{say`Put back`}</Button>
          {fault !== null && <Notice tone="fault">{fault}</Notice>}
        </form>
      )}
      <Notice>{say`Charge lithium packs on their maker’s charger, and never leave them alone meanwhile.`}</Notice>
    </>
  );
}

/** What to measure next for the route that people work on. */
function NextMeasurement({ robot, route }: { robot: Robot; route: JudgingRoute }) {
  const { setup, sources } = robot.setup;
  const experiment = useMemo(
    () => ({
      plan: route.plan,
      field: route.field,
      estimated: setup,
      trueParameters: setup,
      knowledge: knowledgeOf(setup, sources),
    }),
    [route, setup, sources],
  );
  return <MeasureNext {...{ robot, route, experiment }} revision={route.revision} />;
}
