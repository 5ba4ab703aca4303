import { useState } from 'react';
import type { SetupRevision } from '../../contracts/robots.ts';
import { sourceWords } from '../../contracts/sourceWords.ts';
import type { Source } from '../../core/robot/sources.ts';
import { setupValue, unsureOf, type RobotParameters } from '../../core/robot/parameters.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { Swatch } from '../../ui/Swatch.tsx';
import { TextField } from '../../ui/TextField.tsx';
import styles from './SetupSheet.module.css';
import { marginWords } from './margin.ts';
import { foundGroups, SETUP_GROUPS, type SetupGroup } from './setupFields.ts';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

interface SetupNumbersProps {
  stored: SetupRevision;
  /** The setup with what was typed and not saved yet, and the paths of that. */
  setup: RobotParameters;
  changed: readonly string[];
  /** Why a value cannot be taken. */
  refuse: (path: string) => (value: number) => string | null;
  onChange: (path: string, value: number | boolean) => void;
}

/** Every number of the robot, found by its words: with its unit, where it came from, and how well it is known. */
export function SetupNumbers(props: SetupNumbersProps) {
  const { stored } = props;
  const [sought, setSought] = useState('');
  const [onlyOpen, setOnlyOpen] = useState(false);
  const isOpen = (path: string) => notMeasured(path, stored);
  const groups = foundGroups(sought, onlyOpen ? isOpen : null);
  const open = SETUP_GROUPS.flatMap(({ fields }) => fields).filter(({ path }) => isOpen(path));
  return (
    <section aria-labelledby="all-numbers">
      <div className={styles['search']}>
        <h2 id="all-numbers">{say`All numbers`}</h2>
        <TextField
          label={say`Search`}
          value={sought}
          onChange={setSought}
          placeholder={say`track, delay, light …`}
          maxLength={60}
        />
        <Button aria-pressed={onlyOpen} onClick={() => setOnlyOpen(!onlyOpen)}>
          {onlyOpen ? say`Show all` : say`Not measured yet: ${open.length}`}
        </Button>
      </div>
      {groups.length === 0 && (
        <p className={styles['none']}>
          {sought === ''
            ? say`Everything that can be measured is measured.`
            : say`No number is called “${sought}”. Try a shorter word, such as “gyro” or “wheel”.`}
        </p>
      )}
      <div className={styles['numbers']}>
        {groups.map((group) => (
          <NumberGroup key={group.name} group={group} {...props} />
        ))}
      </div>
    </section>
  );
}

/** Whether a number can be measured and was not: it is a starting value, or typed. */
function notMeasured(path: string, { sources }: SetupRevision): boolean {
  const kind = sources[path]?.kind;
  return unsureOf(path) !== null && (kind === undefined || kind === 'typed');
}

function NumberGroup(props: SetupNumbersProps & { group: SetupGroup }) {
  const { group, stored, setup, changed, refuse, onChange } = props;
  return (
    <section className={styles['group']}>
      <h3>{group.title}</h3>
      {group.fields.map(({ path, label, kind, digits }) => (
        <QuantityField
          key={path}
          label={
            <>
              {label}
              <SourceWords
                source={stored.sources[path]}
                changed={changed.includes(path)}
                margin={marginWords(path, stored.setup, stored.sources)}
              />
            </>
          }
          kind={kind}
          digits={digits}
          drive={setup.drive}
          value={setupValue(setup, path) as number}
          refuse={refuse(path)}
          onChange={(value) => onChange(path, value)}
        />
      ))}
      {group.name === 'colour' && (
        <p className={styles['note']}>
          {sayWith`Knows ${setup.colours.map(({ name, middle }) => (
            <span key={name} className={styles['known']}>
              <Swatch colour={middle} />
              {name}
            </span>
          ))}`}
          <SourceWords source={stored.sources['colours']} changed={false} />
        </p>
      )}
      {group.name === 'gyro' && (
        <Choice
          label={say`Positive is`}
          value={setup.gyro.rightPositive ? 'right' : 'left'}
          options={[
            { value: 'right', label: say`right` },
            { value: 'left', label: say`left` },
          ]}
          onChange={(side) => onChange('gyro.rightPositive', side === 'right')}
        />
      )}
      {group.name === 'drive' && (
        <Choice
          label={say`Motor position`}
          value={setup.drive.encoderWraps ? 'wraps' : 'counts'}
          options={[
            { value: 'counts', label: say`counts on` },
            { value: 'wraps', label: say`wraps at 360` },
          ]}
          onChange={(way) => onChange('drive.encoderWraps', way === 'wraps')}
        />
      )}
    </section>
  );
}

interface SourceWordsProps {
  source: Source | undefined;
  changed: boolean;
  /** How well it is known. */
  margin?: string;
}

function SourceWords({ source, changed, margin = '' }: SourceWordsProps) {
  if (changed)
    return <span className={`${styles['source']} ${styles['changed']}`}>{say`changed`}</span>;
  return (
    <span className={styles['source']} data-kind={source?.kind}>
      {sourceWords(source)} {margin}
    </span>
  );
}
