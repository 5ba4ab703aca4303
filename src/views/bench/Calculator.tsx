import { useState } from 'react';
import { degrees, radians } from '../../core/mathematics/angle.ts';
import {
  distanceOfMotor,
  motorOfDistance,
  motorOfTurn,
  turnOfMotor,
} from '../../core/robot/driveBase.ts';
import { formatNumber, unitOf, formatShown, shownValue } from '../../core/mathematics/quantity.ts';
import type { DriveBase } from '../../core/robot/parameters.ts';
import styles from './BenchView.module.css';
import { say } from '../../core/language/say.ts';

interface Entry {
  name: string;
  label: () => string;
  digits: number;
  group?: boolean;
  /** From the motor's radians, and back. */
  shown: (motor: number, drive: DriveBase) => number;
  motor: (shown: number, drive: DriveBase) => number;
}

const FULL_TURN = 2 * Math.PI;

/** Every entry is another way to say how far a motor turns. */
const ENTRIES: readonly Entry[] = [
  {
    name: 'straight',
    label: () => say`straight, ${unitOf('length')}`,
    digits: 1,
    shown: (m, d) => shownValue(distanceOfMotor(d, m), 'length'),
    motor: (v, d) => motorOfDistance(d, v / shownValue(1, 'length')),
  },
  {
    name: 'motor',
    label: () => say`motor degrees`,
    digits: 0,
    shown: (m) => degrees(m),
    motor: (v) => radians(v),
  },
  {
    name: 'rotations',
    label: () => say`motor rotations`,
    digits: 3,
    shown: (m) => m / FULL_TURN,
    motor: (v) => v * FULL_TURN,
  },
  {
    name: 'spot',
    label: () => say`robot turns, both wheels`,
    digits: 1,
    group: true,
    shown: (m, d) => degrees(turnOfMotor(d, m, 'spot')),
    motor: (v, d) => motorOfTurn(d, radians(v), 'spot'),
  },
  {
    name: 'pivot',
    label: () => say`robot turns, one wheel`,
    digits: 1,
    shown: (m, d) => degrees(turnOfMotor(d, m, 'pivot-left')),
    motor: (v, d) => motorOfTurn(d, radians(v), 'pivot-left'),
  },
];

/** Type into any place: the others say the same in their own unit. */
export function Calculator({ drive }: { drive: DriveBase }) {
  const [given, setGiven] = useState(() => ({
    name: 'straight',
    text: formatShown(430, 'length'),
  }));
  const entry = ENTRIES.find(({ name }) => name === given.name)!;
  const value = Number(given.text.replace(',', '.').replace('−', '-'));
  const valid = given.text.trim() !== '' && Number.isFinite(value);
  const motor = valid ? entry.motor(value, drive) : null;
  const turned = motor === null ? 0 : degrees(motor);
  return (
    <section className={styles['calculator']} aria-label={say`Calculator`}>
      {ENTRIES.map(({ name, label, digits, group, shown }) => (
        <label key={name} className={group === true ? styles['group'] : undefined}>
          <span>{label()}</span>
          <input
            inputMode="decimal"
            value={
              name === given.name
                ? given.text
                : motor === null
                  ? '–'
                  : formatNumber(shown(motor, drive), digits)
            }
            aria-invalid={name === given.name && !valid}
            onFocus={(event) => event.target.select()}
            onChange={(event) => setGiven({ name, text: event.target.value })}
          />
        </label>
      ))}
      {drive.encoderWraps && motor !== null && (
        <p
          className={styles['wraps']}
        >{say`Motors that wrap at 360 show ${formatNumber(turned - 360 * Math.floor(turned / 360), 0)}° after ${formatNumber(Math.floor(Math.abs(turned) / 360), 0)} whole turns.`}</p>
      )}
    </section>
  );
}
