import type { SetupRevision } from '../../contracts/robots.ts';
import { withFindings, type Findings } from '../../core/robot/finding.ts';
import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { setupValue } from '../../core/robot/parameters.ts';
import { marginWords } from './margin.ts';
import styles from './BenchView.module.css';
import { SETUP_GROUPS } from './setupFields.ts';
import { say } from '../../core/language/say.ts';

const FIELDS = new Map(SETUP_GROUPS.flatMap(({ fields }) => fields).map((one) => [one.path, one]));

interface SetupChangesProps {
  stored: Pick<SetupRevision, 'setup' | 'sources'>;
  findings: Findings;
}

/** What a result would change in the setup, number by number, and how well it is known then. */
export function SetupChanges({ stored, findings }: SetupChangesProps) {
  const { setup } = stored;
  const next = withFindings(setup, stored.sources, findings, { kind: 'bench', record: 1 });
  const changes = Object.keys(findings).flatMap((path) => {
    if (path === 'colours') {
      const [from, to] = [setup, next.setup].map(({ colours }) =>
        colours.map(({ name }) => name).join(', '),
      ) as [string, string];
      const same = JSON.stringify(setup.colours) === JSON.stringify(next.setup.colours);
      return same ? [] : [{ path, label: say`Colours that it knows`, from, to, margin: '' }];
    }
    const value = setupValue(next.setup, path);
    const [from, to] = [shown(path, setupValue(setup, path)), shown(path, value)];
    const label = FIELDS.get(path)?.label ?? say`Positive is`;
    const margin = ` ${marginWords(path, next.setup, next.sources)}`;
    return from === to ? [] : [{ path, label, from, to, margin }];
  });
  if (changes.length === 0)
    return <p className={styles['note']}>{say`The setup says the same.`}</p>;
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
  if (typeof value === 'boolean') return value ? say`right` : say`left`;
  const field = FIELDS.get(path);
  return field === undefined ? String(value) : formatQuantity(value, field.kind, field.digits);
}
