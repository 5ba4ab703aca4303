import { setupRevisionSchema, type Robot, type SetupRevision } from '../../contracts/records.ts';
import { useMemo, useState } from 'react';
import { withSources, type Source } from '../../core/robot/sources.ts';
import { sourceWords } from '../../contracts/sourceWords.ts';
import { knowledgeOf } from '../../core/robot/knowledge.ts';
import { parametersSchema, setupValue, withSetupValues } from '../../core/robot/parameters.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { MeasureNext } from '../../ui/MeasureNext.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import styles from './BenchView.module.css';
import { Calculator } from './Calculator.tsx';
import type { JudgingRoute } from './judgingRoute.ts';
import { marginWords } from './margin.ts';
import { SETUP_GROUPS } from './setupFields.ts';

interface SetupSheetProps {
  robot: Robot;
  /** The route that people work on: by it is said what to measure next. */
  route: JudgingRoute | null;
  onSaved: (setup: SetupRevision) => void;
}

/** Every number that describes the robot, with its unit and where it came from. */
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
        reason: reason.trim() === '' ? 'Typed' : reason.trim(),
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
    return parsed.success ? null : (parsed.error.issues[0]?.message ?? 'That cannot be.');
  };

  return (
    <>
      <div className={styles['head']}>
        <div>
          <h1>
            {robot.name}, setup {stored.number}
          </h1>
          <p>{stored.reason}</p>
        </div>
      </div>
      {route !== null && <NextMeasurement robot={robot} route={route} />}
      <Calculator drive={setup.drive} />
      <div className={styles['numbers']}>
        {SETUP_GROUPS.map((group) => (
          <section key={group.name} className={styles['group']}>
            <h2>{group.title}</h2>
            {group.fields.map(({ path, label, kind, digits }) => (
              <QuantityField
                key={path}
                label={
                  <>
                    {label}
                    <SourceWords
                      source={stored.sources[path]}
                      changed={path in changes}
                      margin={marginWords(path, stored.setup, stored.sources)}
                    />
                  </>
                }
                kind={kind}
                digits={digits}
                drive={setup.drive}
                value={setupValue(setup, path) as number}
                refuse={refuse(path)}
                onChange={(value) => change(path, value)}
              />
            ))}
            {group.name === 'colour' && (
              <p className={styles['note']}>
                Knows {setup.colours.map(({ name }) => name).join(', ')}{' '}
                <SourceWords source={stored.sources['colours']} changed={false} />
              </p>
            )}
            {group.name === 'gyro' && (
              <Choice
                label="Positive is"
                value={setup.gyro.rightPositive ? 'right' : 'left'}
                options={[
                  { value: 'right', label: 'right' },
                  { value: 'left', label: 'left' },
                ]}
                onChange={(side) => change('gyro.rightPositive', side === 'right')}
              />
            )}
            {group.name === 'drive' && (
              <Choice
                label="Motor position"
                value={setup.drive.encoderWraps ? 'wraps' : 'counts'}
                options={[
                  { value: 'counts', label: 'counts on' },
                  { value: 'wraps', label: 'wraps at 360' },
                ]}
                onChange={(way) => change('drive.encoderWraps', way === 'wraps')}
              />
            )}
          </section>
        ))}
      </div>
      {changed.length > 0 && (
        <form
          className={styles['save']}
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
        >
          <TextField
            label={`Why setup ${stored.number + 1}: ${changed.length} ${changed.length === 1 ? 'number' : 'numbers'} changed`}
            value={reason}
            onChange={setReason}
            maxLength={200}
            placeholder="new wheels"
          />
          <Button variant="main" type="submit">
            Save as setup {stored.number + 1}
          </Button>
          <Button onClick={() => setChanges({})}>Put back</Button>
          {fault !== null && <Notice tone="fault">{fault}</Notice>}
        </form>
      )}
      <Notice>
        Charge lithium packs on their maker’s charger, and never leave them alone meanwhile.
      </Notice>
    </>
  );
}

interface SourceWordsProps {
  source: Source | undefined;
  changed: boolean;
  /** How well it is known. */
  margin?: string;
}

function SourceWords({ source, changed, margin = '' }: SourceWordsProps) {
  if (changed) return <span className={`${styles['source']} ${styles['changed']}`}>changed</span>;
  return (
    <span className={styles['source']} data-kind={source?.kind}>
      {sourceWords(source)} {margin}
    </span>
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
