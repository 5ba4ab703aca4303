import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { setupValue, type RobotParameters, type SetupValue } from '../../core/robot/parameters.ts';
import styles from './BenchView.module.css';
import { SETUP_GROUPS } from './setupFields.ts';

const FIELDS = new Map(SETUP_GROUPS.flatMap(({ fields }) => fields).map((one) => [one.path, one]));

interface SetupChangesProps {
  setup: RobotParameters;
  values: Record<string, SetupValue>;
}

/** What a result would change in the setup, number by number. */
export function SetupChanges({ setup, values }: SetupChangesProps) {
  const changes = Object.entries(values).flatMap(([path, value]) => {
    if (Array.isArray(value)) {
      const [from, to] = [setup.colours, value].map((colours) =>
        colours.map(({ name }) => name).join(', '),
      ) as [string, string];
      const same = JSON.stringify(setup.colours) === JSON.stringify(value);
      return same ? [] : [{ path, label: 'Colours that it knows', from, to }];
    }
    const [from, to] = [shown(path, setupValue(setup, path)), shown(path, value)];
    return from === to ? [] : [{ path, label: FIELDS.get(path)?.label ?? 'Positive is', from, to }];
  });
  if (changes.length === 0) return <p className={styles['note']}>The setup says the same.</p>;
  return (
    <ul className={styles['changes']}>
      {changes.map(({ path, label, from, to }) => (
        <li key={path}>
          <span>{label}</span>
          <span className="mono">
            {from} → {to}
          </span>
        </li>
      ))}
    </ul>
  );
}

function shown(path: string, value: number | boolean): string {
  if (typeof value === 'boolean') return value ? 'right' : 'left';
  const field = FIELDS.get(path);
  return field === undefined ? String(value) : formatQuantity(value, field.kind, field.digits);
}
