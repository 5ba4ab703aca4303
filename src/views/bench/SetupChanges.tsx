import type { Finding, Findings } from '../../core/robot/finding.ts';
import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { setupValue, unsureOf, type RobotParameters } from '../../core/robot/parameters.ts';
import styles from './BenchView.module.css';
import { SETUP_GROUPS } from './setupFields.ts';

const FIELDS = new Map(SETUP_GROUPS.flatMap(({ fields }) => fields).map((one) => [one.path, one]));

interface SetupChangesProps {
  setup: RobotParameters;
  findings: Findings;
}

/** What a result would change in the setup, number by number, and how well it is known then. */
export function SetupChanges({ setup, findings }: SetupChangesProps) {
  const changes = Object.entries(findings).flatMap(([path, finding]) => {
    const { value } = finding;
    if (Array.isArray(value)) {
      const [from, to] = [setup.colours, value].map((colours) =>
        colours.map(({ name }) => name).join(', '),
      ) as [string, string];
      const same = JSON.stringify(setup.colours) === JSON.stringify(value);
      return same ? [] : [{ path, label: 'Colours that it knows', from, to, margin: '' }];
    }
    const [from, to] = [shown(path, setupValue(setup, path)), shown(path, value)];
    const label = FIELDS.get(path)?.label ?? 'Positive is';
    return from === to ? [] : [{ path, label, from, to, margin: marginOf(path, finding) }];
  });
  if (changes.length === 0) return <p className={styles['note']}>The setup says the same.</p>;
  return (
    <ul className={styles['changes']}>
      {changes.map(({ path, label, from, to, margin }) => (
        <li key={path}>
          <span>{label}</span>
          <span className="mono">
            {from} → {to}
            {margin}
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

/** Half of the 95 % interval, where the bench tells one. */
function marginOf(path: string, { value, spread }: Finding): string {
  const [field, unsure] = [FIELDS.get(path), unsureOf(path)];
  if (spread === undefined || field === undefined || unsure === null) return '';
  const size = unsure.share ? Math.abs(value as number) * spread : spread;
  return ` ± ${formatQuantity(2 * size, field.kind, field.digits)}`;
}
